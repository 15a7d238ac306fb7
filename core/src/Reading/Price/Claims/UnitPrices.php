<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

use function array_key_exists;
use function is_string;
use function mb_strtolower;
use function preg_match;
use function rtrim;

/** "4.20 / 100 g", "42,00 € pro Liter", "1 kg = 42,00 €"; a price a piece is a price. */
final readonly class UnitPrices implements Claim
{
    private const PIECE = 'piece';

    /** As people write them. */
    private const UNITS = [
        'g' => 'g', 'gr' => 'g', 'gramm' => 'g', 'gram' => 'g', 'grams' => 'g', 'gramme' => 'g', 'grammes' => 'g', 'gramos' => 'g',
        'kg' => 'kg', 'kilo' => 'kg', 'kilos' => 'kg', 'kilogramm' => 'kg', 'kilogram' => 'kg', 'kilograms' => 'kg', 'kilogramme' => 'kg',
        'ml' => 'ml', 'milliliter' => 'ml', 'millilitre' => 'ml', 'cl' => 'cl', 'dl' => 'dl',
        'l' => 'l', 'lt' => 'l', 'ltr' => 'l', 'liter' => 'l', 'litre' => 'l', 'liters' => 'l', 'litres' => 'l', 'litro' => 'l',
        'litr' => 'l', 'm' => 'm', 'meter' => 'm', 'metre' => 'm', 'mètre' => 'm', 'metro' => 'm', 'metr' => 'm', 'mtr' => 'm', 'lfm' => 'm',
        'm²' => 'm²', 'm2' => 'm²', 'qm' => 'm²', 'sqm' => 'm²',
        'piece' => self::PIECE, 'pieces' => self::PIECE, 'pc' => self::PIECE, 'pcs' => self::PIECE, 'each' => self::PIECE,
        'ea' => self::PIECE, 'item' => self::PIECE, 'unit' => self::PIECE, 'stück' => self::PIECE, 'stueck' => self::PIECE, 'stk' => self::PIECE, 'st' => self::PIECE,
        'pièce' => self::PIECE, 'unité' => self::PIECE, 'unidad' => self::PIECE, 'ud' => self::PIECE, 'pieza' => self::PIECE,
        'pezzo' => self::PIECE, 'pz' => self::PIECE, 'stuk' => self::PIECE, 'stuks' => self::PIECE, 'szt' => self::PIECE, 'sztuka' => self::PIECE, 'sztukę' => self::PIECE,
    ];

    private const PER = '(?:\/|per|pro|je|par|por|al|alla|il|à|a|le|za|po|na|p\.|the)';

    private const UNIT = '(?!(?:pro|per|je|par|por|each|for|or)(?!\p{L}))(?<unit>m[²2]|\p{L}[\p{L}²]*)\.?(?![\p{L}\d])';

    public function on(Sentence $sentence): void
    {
        foreach (
            [
                '(?<amount>N) ?\/ ?(?<quantity>N)? ?'.self::UNIT,
                '(?<amount>N) (?:pro|per|je|par|por) (?<quantity>N)? ?'.self::UNIT,
                '(?<amount>N) ?'.self::PER.' ?(?<quantity>N)? ?'.self::UNIT,
                '(?<quantity>N)? ?'.self::UNIT.' ?(?:=|:|entspricht|costs?|kostet) ?(?<amount>N)',
                '(?:grundpreis|unit price|price per unit|prix (?:au|à l)|precio (?:por|al)|prezzo al|prijs per|cena za|preis pro|preis je)[ :\']*(?<quantity>N)? ?'.self::UNIT.' ?:? ?(?<amount>N)',
                '(?:grundpreis|unit price)[^N.;|]{0,10}(?<amount>N)',
            ] as $i => $pattern
        ) {
            foreach ($sentence->find($pattern) as $found) {
                $amount = $found['amount'] ?? null;
                $quantity = $found['quantity'] ?? null;
                if (! $amount instanceof Amount || $amount->role !== Role::Plain || $amount === $quantity) {
                    continue;
                }
                $unit = $found['unit'] ?? null;
                $this->claim($amount, $quantity instanceof Amount ? $quantity : null, is_string($unit) ? $unit : '', $i <= 1);
            }
        }
    }

    private function claim(Amount $amount, ?Amount $quantity, string $written, bool $mayBeAny): void
    {
        $written = rtrim($written, '.');
        $word = mb_strtolower($written);
        $isKnown = array_key_exists($word, self::UNITS);
        if (! $isKnown && ($quantity === null && ! $mayBeAny || $word === '' || preg_match('/^(?:uvp|rrp|preis|price|statt|was|now|nur|only|from|ab|inkl|incl|inc|zzgl|ex|vat|mwst|month|for|f(?:ü|ue)r|pour|por|voor|za|or|oder|ou|of|x|post|nachnahme)$/u', $word) === 1)) {
            return;
        }
        if ($quantity !== null && ($quantity->mark !== null || $quantity->role !== Role::Plain)) {
            return;
        }
        $unit = self::UNITS[$word] ?? $written;
        $count = $quantity === null ? '1' : strtr($quantity->number, [',' => '.', ' ' => '', "'" => '']);
        if ($quantity !== null) {
            $quantity->role = Role::Other;
        }
        if ($unit === self::PIECE && $count === '1') {
            return;
        }
        $amount->role = Role::PerUnit;
        $amount->per = "{$count} {$unit}";
    }
}
