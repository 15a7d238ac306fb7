<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use const JSON_THROW_ON_ERROR;

use Wrasse\Core\Market\OfferGroup;
use Wrasse\Core\Market\Offers;

use function array_combine;
use function array_fill;
use function array_filter;
use function array_map;
use function array_slice;
use function count;
use function in_array;
use function is_array;
use function is_bool;
use function is_int;
use function is_string;
use function json_decode;

/**
 * Offers as they are stored for decisions: those with the same terms together, each field of theirs as a list; null stands for what is not known,
 * or usual. Read by the million, so that as little as possible is asked of each; what does not fit is read once more as objects, which says where.
 */
final readonly class PackedOffers
{
    /** Of the terms, as a list; null where all are as usual. */
    private const TERMS = ['source', 'condition', 'fulfilment', 'in_stock', 'marketplace_retail'];

    /** What follows the terms. */
    private const FIELDS = ['seller', 'price', 'shipping', 'buy_box', 'rating_percent', 'rating_count', 'handling_days', 'ship_from'];

    /** How offers were stored before: one list for each. */
    private const ONE_BY_ONE = ['seller', 'price', 'rating_percent', 'rating_count', 'handling_days', 'shipping', 'buy_box', 'fulfilment', 'ship_from', 'in_stock', 'marketplace_retail', 'condition', 'source'];

    private const DEPTH = 6;

    public function __construct(private OfferReader $reader)
    {
    }

    /**
     * @param  string  $json  a list of groups
     * @param  int|null  $seenAt  microseconds since 1970
     *
     * @throws InvalidDocument
     */
    public function read(string $json, ?int $seenAt): Offers
    {
        /** @var list<mixed> $packed */
        $packed = json_decode($json, true, self::DEPTH, JSON_THROW_ON_ERROR);
        $groups = [];
        foreach ($packed as $group) {
            $read = is_array($group) ? $this->group($group, $seenAt) : null;
            if ($read === null) {
                return Offers::of($this->reader->all(Node::of(self::unpack($packed), '$.offers'), $seenAt));
            }
            $groups[] = $read;
        }

        return new Offers($groups);
    }

    /**
     * As objects, as documents have them.
     *
     * @param  list<mixed>  $packed
     * @return list<array<string, mixed>|mixed>
     */
    public static function unpack(array $packed): array
    {
        $isKnown = fn (mixed $value): bool => $value !== null;
        $offers = [];
        foreach ($packed as $group) {
            if (! is_array($group) || ! is_array($group[1] ?? null)) {
                $offers[] = is_array($group) ? array_filter(array_combine(array_slice(self::ONE_BY_ONE, 0, count($group)), $group), $isKnown) : $group;

                continue;
            }
            $terms = is_array($group[0]) ? array_combine(self::TERMS, $group[0]) : [];
            foreach ($group[1] as $i => $seller) {
                $offers[] = array_filter([...array_combine(self::FIELDS, array_map(fn (mixed $column) => is_array($column) ? $column[$i] ?? null : null, array_slice($group + array_fill(0, 9, null), 1))), ...$terms], $isKnown);
            }
        }

        return $offers;
    }

    /**
     * @param  array<mixed>  $group
     * @return OfferGroup|null null where it is not as plain as that
     */
    private function group(array $group, ?int $seenAt): ?OfferGroup
    {
        [$terms, $sellers, $texts, $shippings, $buyBoxes, $ratings, $counts, $days, $from] = $group + array_fill(0, 9, null);
        $words = is_array($terms) ? array_slice($terms, 0, 3) : [null, null, null];
        $flags = is_array($terms) ? array_slice($terms, 3) : [null, null];
        $prices = is_array($texts) ? $this->reader->amounts($texts) : null;
        if ($prices === null || $sellers === null || ! self::areTexts($words, 3) || ! self::areBools($flags, 2)) {
            return null;
        }
        $many = count($prices);
        $landed = $shippings === null ? $prices : $this->landed($prices, $shippings);
        $percents = is_array($ratings) && count($ratings) === $many ? $this->reader->ratings($ratings) : null;
        if ($landed === null || ($ratings !== null && $percents === null) || ! self::areTexts($sellers, $many) || in_array(null, $sellers, true) || ! self::areBools($buyBoxes, $many)
            || ! self::areCounts($counts, $many) || ! self::areCounts($days, $many) || ! self::areTexts($from, $many)) {
            return null;
        }

        return new OfferGroup(
            $sellers, $prices, $landed, $buyBoxes, $percents, $counts, $days, $from, $seenAt === null ? null : array_fill(0, $many, $seenAt),
            $words[0] ?? 'marketplace', $words[1] ?? 'new', $words[2] ?? 'merchant', $flags[0] ?? true, $flags[1] ?? false,
        );
    }

    /**
     * @param  non-empty-list<int>  $prices
     * @return non-empty-list<int>|null
     */
    private function landed(array $prices, mixed $shippings): ?array
    {
        if (! is_array($shippings) || count($shippings) !== count($prices)) {
            return null;
        }
        $amounts = $this->reader->amounts(array_map(fn (mixed $shipping) => $shipping ?? '0', $shippings));

        return $amounts === null ? null : array_map(fn (int $price, int $shipping) => $price + $shipping, $prices, $amounts);
    }

    /**
     * One value for each offer, or nothing for any.
     *
     * @phpstan-assert-if-true array<mixed>|null $column
     */
    private static function isColumn(mixed $column, int $many): bool
    {
        return $column === null || (is_array($column) && count($column) === $many);
    }

    /** @phpstan-assert-if-true list<string|null>|null $column */
    private static function areTexts(mixed $column, int $many): bool
    {
        if (! self::isColumn($column, $many)) {
            return false;
        }
        foreach ($column ?? [] as $value) {
            if ($value !== null && (! is_string($value) || $value === '')) {
                return false;
            }
        }

        return true;
    }

    /** @phpstan-assert-if-true list<bool|null>|null $column */
    private static function areBools(mixed $column, int $many): bool
    {
        if (! self::isColumn($column, $many)) {
            return false;
        }
        foreach ($column ?? [] as $value) {
            if ($value !== null && ! is_bool($value)) {
                return false;
            }
        }

        return true;
    }

    /** @phpstan-assert-if-true list<int|null>|null $column */
    private static function areCounts(mixed $column, int $many): bool
    {
        if (! self::isColumn($column, $many)) {
            return false;
        }
        foreach ($column ?? [] as $value) {
            if ($value !== null && (! is_int($value) || $value < 0)) {
                return false;
            }
        }

        return true;
    }
}
