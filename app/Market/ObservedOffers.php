<?php

declare(strict_types=1);

namespace App\Market;

use Generator;
use Wrasse\Core\Market\WebOffer;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;

/** Reads the offers of an observation: those that a listing can be compared with. */
final readonly class ObservedOffers
{
    /**
     * @param  string  $json  of an observation
     * @param  int  $shipping  ours, in minor units
     * @return Generator<array{seller: string, price: int, landed: int, figure: int, buy_box: bool, is_web: bool}> price: without shipping; landed: with it;
     *     figure: what our price would have to be to cost the buyer as much; both in minor units
     */
    public static function comparable(string $json, string $condition, int $shipping, Currency $currency): Generator
    {
        /** @var list<array<string, mixed>> $offers */
        $offers = json_decode($json, true, 8, JSON_THROW_ON_ERROR);
        foreach ($offers as $offer) {
            if (($offer['condition'] ?? 'new') !== $condition || ! ($offer['in_stock'] ?? true)) {
                continue;
            }
            $price = $currency->parse((string) $offer['price']);
            $landed = Basis::Landed->figure($price, $currency->parse((string) ($offer['shipping'] ?? '0')));
            yield [
                'seller' => (string) $offer['seller'],
                'price' => $price,
                'landed' => $landed,
                'figure' => Basis::Landed->itemPrice($landed, $shipping),
                'buy_box' => (bool) ($offer['buy_box'] ?? false),
                'is_web' => ($offer['source'] ?? null) === WebOffer::SOURCE,
            ];
        }
    }
}
