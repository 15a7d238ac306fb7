<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use const JSON_THROW_ON_ERROR;

use Wrasse\Core\Market\Offer;

use function array_combine;
use function array_filter;
use function array_slice;
use function count;
use function is_array;
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

    public function __construct(private OfferReader $reader)
    {
    }

    /**
     * @param  string  $json  a list of lists
     * @param  int|null  $seenAt  microseconds since 1970
     * @return list<Offer>
     *
     * @throws InvalidDocument
     */
    public function read(string $json, ?int $seenAt): array
    {
        /** @var list<mixed> $packed */
        $packed = json_decode($json, true, 4, JSON_THROW_ON_ERROR);
        $offers = [];
        foreach ($packed as $i => $offer) {
            $read = is_array($offer) ? $this->reader->packed($offer, $seenAt) : null;
            if ($read === null) {
                return $this->reader->all(Node::of(self::unpack($packed), '$.offers'), $seenAt);
            }
            $offers[] = $read;
        }

        return $offers;
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
