<?php

declare(strict_types=1);

namespace App\Market;

use App\Catalogue\Currencies\Conversions;
use App\Catalogue\Fees\ChannelTerms;
use Wrasse\Core\Market\Offer;
use Wrasse\Core\Market\WebOffer;
use Wrasse\Core\Money\Currency;

/**
 * Offers of other shops as their pages have them, brought to the terms of a listing: its currency, and with or without
 * tax as its price is.
 *
 * @phpstan-type Entry array{watch: int, seller: string, price: string, currency: string, shipping: string|null, tax_included: bool|null,
 *     condition: string, in_stock: bool, promotion?: string|null, seen_at: string, observed?: array<string, mixed>|null}
 */
final readonly class WebOffers
{
    private const MICROSECONDS = 1_000_000;

    public function __construct(private Conversions $conversions)
    {
    }

    /**
     * Those that can be compared: where there is no rate for its currency, an offer is left out.
     *
     * @param  string|null  $json  as listing_markets has them
     * @return list<Offer>
     */
    public function offers(?string $json, ChannelTerms $terms): array
    {
        return array_values(
            array_filter(array_map(fn (array $entry) => $this->offer($entry, $terms), self::entries($json))),
        );
    }

    /** @param  Entry  $entry */
    public function offer(array $entry, ChannelTerms $terms): ?Offer
    {
        $currency = Currency::of($entry['currency']);
        $rate = $currency === $terms->currency ? null : $this->conversions->ofOffers($currency, $terms->currency);
        if ($rate === null && $currency !== $terms->currency) {
            return null;
        }
        $offer = new WebOffer(
            $entry['seller'],
            $currency->parse($entry['price']),
            $entry['shipping'] === null ? null : $currency->parse($entry['shipping']),
            $entry['tax_included'],
            $entry['condition'],
            $entry['in_stock'],
            self::microseconds($entry['seen_at']),
        );

        return $offer->inTermsOf($rate, $terms->tax);
    }

    /** Since 1970, in whole seconds as documents have them. */
    private static function microseconds(string $time): int
    {
        return self::MICROSECONDS * (int) strtotime($time);
    }

    /** @return list<Entry> */
    public static function entries(?string $json): array
    {
        /** @var list<Entry> */
        return $json === null ? [] : json_decode($json, true, 8, JSON_THROW_ON_ERROR);
    }

    /** @return array<string, mixed> as the core reads it; what is as usual is left out */
    public static function document(Offer $offer, Currency $currency): array
    {
        return array_filter(
            [
                'seller' => $offer->seller,
                'price' => $currency->format($offer->price),
                'shipping' => $offer->landed === $offer->price ? null : $currency->format($offer->shipping),
                'condition' => $offer->condition === 'new' ? null : $offer->condition,
                'in_stock' => $offer->inStock ? null : false,
                'source' => $offer->source,
            ],
            fn (mixed $value) => $value !== null,
        );
    }
}
