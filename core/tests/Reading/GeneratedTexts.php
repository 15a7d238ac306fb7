<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use Generator;

/** Sentences about prices in seven languages, in every notation of some currencies. */
final class GeneratedTexts
{
    /**
     * {p} the price, {o} a higher one of before, {s} a small amount beside it, {u} one per unit, {n} the price without tax. The letter says what else is to be
     * read: o the old price, u the unit price, t that tax is in it.
     */
    private const SENTENCES = ['en' => [['was {o} now {p}', 'o'], ['{p} was {o}', 'o'], ['{p} (was {o})', 'o'], ['RRP {o} {p}', 'o'], ['RRP: {o} Our price: {p}', 'o'], ['{p} RRP {o} save {s}', 'o'], ['Save {s} {p}', ''], ['{p} save {s}', ''], ['{p} + {s} delivery', ''], ['{p} delivery {s}', ''], ['{p} free delivery', ''], ['{p} inc VAT', 't'], ['{p} incl. VAT ({n} excl. VAT)', 't'], ['{n} ex VAT {p} inc VAT', 't'], ['only {p}', ''], ['{p} each', ''], ['{p} ({u}/kg)', 'u'], ['{p} ({u} per 100 g)', 'u'], ['{p} 2 for {o}', ''], ['{p} or 3 x {s}', ''], ['{p} or {s} per month', ''], ['{p} lowest price in the last 30 days: {s}', ''], ['Price {p}', ''], ['{p}*', ''], ['Now {p}', ''], ['Sale {p} Regular {o}', 'o']],
        'de' => [['statt {o} nur {p}', 'o'], ['{p} statt {o}', 'o'], ['UVP {o} {p}', 'o'], ['{p} UVP: {o}', 'o'], ['bisher {o} jetzt {p}', 'o'], ['{p} Sie sparen {s}', ''], ['Sie sparen {s} {p}', ''], ['{p} zzgl. {s} Versand', ''], ['{p} zzgl. Versand', ''], ['{p} inkl. MwSt.', 't'], ['{p} inkl. 19 % MwSt. zzgl. Versandkosten', 't'], ['{n} netto {p} brutto', 't'], ['{n} (inkl. MwSt. {p})', 't'], ['nur {p}', ''], ['{p} / Stück', ''], ['{p} ({u}/l)', 'u'], ['{p} ({u} pro 100 ml)', 'u'], ['{p} (1 kg = {u})', 'u'], ['{p} 3 für {o}', ''], ['{p} oder 12 x {s}', ''], ['{p} oder {s} mtl.', ''], ['{p} zzgl. {s} Pfand', ''], ['{p} inkl. {s} Pfand', ''], ['{p} Niedrigster Preis der letzten 30 Tage: {s}', ''], ['Unser Preis: {p} UVP: {o}', 'o'], ['Grundpreis {u}/kg {p}', 'u']],
        'fr' => [['au lieu de {o} {p}', 'o'], ['{p} au lieu de {o}', 'o'], ['Prix conseillé {o} {p}', 'o'], ['avant {o} maintenant {p}', 'o'], ['économisez {s} {p}', ''], ['{p} TTC', 't'], ['{n} HT {p} TTC', 't'], ['{p} + {s} de livraison', ''], ['{p} livraison gratuite', ''], ['seulement {p}', ''], ['{p} ({u}/kg)', 'u'], ['{p} ou 3 x {s}', ''], ['{p} soit {u} le kg', 'u']],
        'es' => [['antes {o} ahora {p}', 'o'], ['{p} antes {o}', 'o'], ['PVPR {o} {p}', 'o'], ['{p} ahorra {s}', ''], ['{p} IVA incluido', 't'], ['{n} sin IVA {p} con IVA', 't'], ['{p} + {s} de envío', ''], ['{p} envío gratis', ''], ['solo {p}', ''], ['{p} ({u}/kg)', 'u']],
        'it' => [['prima {o} ora {p}', 'o'], ['{p} invece di {o}', 'o'], ['Prezzo consigliato {o} {p}', 'o'], ['{p} risparmi {s}', ''], ['{p} IVA inclusa', 't'], ['{n} IVA esclusa {p} IVA inclusa', 't'], ['{p} spedizione {s}', ''], ['solo {p}', ''], ['{p} ({u}/kg)', 'u']],
        'nl' => [['van {o} voor {p}', 'o'], ['was {o} nu {p}', 'o'], ['Adviesprijs {o} {p}', 'o'], ['{p} u bespaart {s}', ''], ['{p} incl. btw', 't'], ['{n} excl. btw {p} incl. btw', 't'], ['{p} verzendkosten {s}', ''], ['slechts {p}', ''], ['{p} per stuk', ''], ['{p} ({u} per kg)', 'u']],
        'pl' => [['zamiast {o} teraz {p}', 'o'], ['{p} zamiast {o}', 'o'], ['Poprzednia cena {o} {p}', 'o'], ['{p} oszczędzasz {s}', ''], ['{p} brutto', 't'], ['{n} netto {p} brutto', 't'], ['{p} dostawa {s}', ''], ['tylko {p}', ''], ['{p}/szt.', ''], ['{p} ({u}/kg)', 'u'], ['{p} Najniższa cena z 30 dni: {s}', '']]];

    /** @return Generator<string, array{string, string, string, string}> text, price, currency, and what else there is to read */
    public static function all(): Generator
    {
        mt_srand(5);
        foreach (self::SENTENCES as $language => $sentences) {
            foreach ($sentences as [$sentence, $more]) {
                foreach (self::notations() as $currency => $notations) {
                    foreach ($notations as $i => $write) {
                        $price = mt_rand(10, 900) * 100 + mt_rand(1, 99);
                        $net = intdiv($price * 10, 12);
                        $text = strtr($sentence, [
                            '{p}' => self::written($write, $price),
                            '{o}' => self::written($write, $price + mt_rand(5, 90) * 100),
                            '{s}' => self::written($write, mt_rand(2, 9) * 100 + 49),
                            '{u}' => self::written($write, $price * 2),
                            '{n}' => self::written($write, $net),
                        ]);
                        yield "{$language} {$currency} {$i}: {$sentence}" => [$text, sprintf('%d.%02d', intdiv($price, 100), $price % 100), $currency, $more];
                    }
                }
            }
        }
    }

    /** @param  callable(string, string): string  $write */
    private static function written(callable $write, int $minor): string
    {
        return $write((string) intdiv($minor, 100), sprintf('%02d', $minor % 100));
    }

    /** @return array<string, list<callable(string, string): string>> by currency; of the units and the cents */
    private static function notations(): array
    {
        return [
            'EUR' => [fn ($a, $b) => "$a,$b €", fn ($a, $b) => "€ $a,$b", fn ($a, $b) => "€$a.$b", fn ($a, $b) => "$a.$b EUR", fn ($a, $b) => "EUR $a,$b", fn ($a, $b) => "$a,$b\u{A0}€", fn ($a, $b) => "$a,{$b}€"],
            'GBP' => [fn ($a, $b) => "£$a.$b", fn ($a, $b) => "£ $a.$b", fn ($a, $b) => "$a.$b GBP", fn ($a, $b) => "GBP $a.$b"],
            'PLN' => [fn ($a, $b) => "$a,$b zł", fn ($a, $b) => "$a,$b PLN"],
            'CHF' => [fn ($a, $b) => "CHF $a.$b", fn ($a, $b) => "Fr. $a.$b", fn ($a, $b) => "$a.$b CHF"],
        ];
    }
}
