<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use const JSON_THROW_ON_ERROR;

use Wrasse\Core\Market\Offer;
use Wrasse\Core\Market\OfferGroup;
use Wrasse\Core\Market\Offers;

use function array_combine;
use function array_filter;
use function array_slice;
use function count;
use function is_array;
use function is_bool;
use function is_string;
use function json_decode;

/**
 * Offers as lists instead of objects: each has its fields in a fixed order, and what is not known or usual is null or left out at the end.
 * Read by the million, so that as little as possible is asked of each; what does not fit is read once more as an object, which says where.
 */
final readonly class PackedOffers
{
    public const FIELDS = [
        'seller', 'price', 'rating_percent', 'rating_count', 'handling_days', 'shipping', 'buy_box', 'fulfilment', 'ship_from', 'in_stock', 'marketplace_retail', 'condition', 'source',
    ];

    /** The first fields, which say nothing of the terms. */
    private const WITHOUT_TERMS = 7;

    private string $usual;

    public function __construct(private OfferReader $reader)
    {
        $this->usual = Offer::termsOf();
    }

    /**
     * Sellers and prices are read at once, the rest when it is asked for.
     *
     * @param  string  $json  a list of lists
     * @param  int|null  $seenAt  microseconds since 1970
     *
     * @throws InvalidDocument here, or where an offer of a group is asked for
     */
    public function read(string $json, ?int $seenAt): Offers
    {
        /** @var list<mixed> $packed */
        $packed = json_decode($json, true, 4, JSON_THROW_ON_ERROR);
        $landed = $prices = $sellers = $raw = [];
        foreach ($packed as $i => $offer) {
            $price = is_array($offer) ? $this->reader->amount($offer[1] ?? null) : null;
            if ($price === null) {
                return Offers::of($this->writtenOut($packed, $seenAt));
            }
            $seller = $offer[0] ?? null;
            $shipping = isset($offer[5]) ? $this->reader->amount($offer[5]) : 0;
            $terms = count($offer) > self::WITHOUT_TERMS ? self::terms($offer) : $this->usual;
            if (! is_string($seller) || $seller === '' || $shipping === null || $terms === null) {
                return Offers::of($this->writtenOut($packed, $seenAt));
            }
            $landed[$terms][] = $price + $shipping;
            $prices[$terms][] = $price;
            $sellers[$terms][$seller] = true;
            $raw[$terms][$i] = $offer;
        }
        $groups = [];
        foreach ($raw as $terms => $some) {
            $groups[] = new OfferGroup((string) $terms, $landed[$terms], $prices[$terms], $sellers[$terms], fn () => $this->late($some, $prices[$terms], $landed[$terms], $packed, $seenAt));
        }

        return new Offers($groups);
    }

    /**
     * @param  array<mixed>  $offer
     * @return string|null null where they are not as plain as that
     */
    private static function terms(array $offer): ?string
    {
        $fulfilment = $offer[7] ?? 'merchant';
        $inStock = $offer[9] ?? true;
        $retail = $offer[10] ?? false;
        $condition = $offer[11] ?? 'new';
        $source = $offer[12] ?? 'marketplace';
        $isPlain = is_string($fulfilment) && is_bool($inStock) && is_bool($retail) && is_string($condition) && is_string($source);

        return $isPlain ? Offer::termsOf($source, $condition, $fulfilment, $inStock, $retail) : null;
    }

    /**
     * @param  non-empty-array<int, array<mixed>>  $some  by their place among all
     * @param  non-empty-list<int>  $prices
     * @param  non-empty-list<int>  $landed
     * @param  list<mixed>  $packed
     * @return non-empty-list<Offer>
     *
     * @throws InvalidDocument
     */
    private function late(array $some, array $prices, array $landed, array $packed, ?int $seenAt): array
    {
        $offers = [];
        foreach ($some as $i => $offer) {
            $price = $prices[count($offers)];
            $offers[] = $this->reader->packed($offer, $price, $landed[count($offers)] - $price, $seenAt) ?? $this->writtenOut($packed, $seenAt)[$i];
        }

        return $offers;
    }

    /**
     * @param  list<mixed>  $packed
     * @return list<Offer>
     *
     * @throws InvalidDocument
     */
    private function writtenOut(array $packed, ?int $seenAt): array
    {
        return $this->reader->all(Node::of(self::unpack($packed), '$.offers'), $seenAt);
    }

    /**
     * As objects, as documents have them.
     *
     * @param  list<mixed>  $packed
     * @return list<array<string, mixed>|mixed>
     */
    public static function unpack(array $packed): array
    {
        $offers = [];
        foreach ($packed as $offer) {
            if (! is_array($offer)) {
                $offers[] = $offer;

                continue;
            }
            $offers[] = array_filter(array_combine(array_slice(self::FIELDS, 0, count($offer)), $offer), fn (mixed $value) => $value !== null);
        }

        return $offers;
    }
}
