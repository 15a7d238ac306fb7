<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use const JSON_THROW_ON_ERROR;
use const JSON_UNESCAPED_SLASHES;
use const JSON_UNESCAPED_UNICODE;

use Wrasse\Core\Market\OfferGroup;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

use function array_combine;
use function array_filter;
use function array_map;
use function json_decode;
use function json_encode;

/**
 * Offers as they are kept for decisions, which read them by the million: those with the same terms together, each field
 * of theirs as a list, amounts in minor units and percentages in ten-thousandths of one; null stands for what is not
 * known of any, or usual. What few rules ask for stands at the end as one text, which is mostly left as it is. They
 * were checked before they were packed, and are not checked again.
 *
 * @phpstan-type Group array{
 *     array{string, string, string, bool, bool}|null, non-empty-list<string>, non-empty-list<int>, list<int>|null, list<bool>|null, list<int|null>|null, string|null}
 */
final readonly class PackedOffers
{
    /** Of the terms, as a list; null where all are as usual. */
    private const TERMS = ['source', 'condition', 'fulfilment', 'in_stock', 'marketplace_retail'];

    private const USUAL = ['marketplace', 'new', 'merchant', true, false];

    private const FIELDS = [
        'seller',
        'price',
        'shipping',
        'buy_box',
        'rating_percent',
        'rating_count',
        'handling_days',
        'ship_from',
    ];

    /** Numbers of ratings, days of handling and countries, where none are known. */
    private const NOTHING = [null, null, null];

    private const DEPTH = 5;

    private function __construct()
    {
    }

    public static function pack(Offers $offers): string
    {
        $groups = [];
        foreach ($offers->groups as $group) {
            $terms = [
                $group->source,
                $group->condition,
                $group->fulfilment,
                $group->inStock,
                $group->marketplaceRetail,
            ];
            $shipping = array_map(fn (int $landed, int $price) => $landed - $price, $group->landed, $group->prices);
            $seldom = [
                self::unlessUsual($group->ratingCounts(), null),
                self::unlessUsual($group->handlingDays(), null),
                self::unlessUsual($group->shipFrom(), null),
            ];
            $groups[] = [
                $terms === self::USUAL ? null : $terms,
                $group->sellers,
                $group->prices,
                self::unlessUsual($shipping, 0),
                self::unlessUsual($group->buyBoxes, false),
                self::unlessUsual($group->ratings, null),
                $seldom === self::NOTHING ? null : self::json($seldom),
            ];
        }

        return self::json($groups);
    }

    /** @param  int|null  $seenAt  microseconds since 1970 */
    public static function read(string $packed, ?int $seenAt): Offers
    {
        /** @var list<Group> $groups */
        $groups = json_decode($packed, true, self::DEPTH, JSON_THROW_ON_ERROR);
        $read = [];
        foreach ($groups as [$terms, $sellers, $prices, $shipping, $buyBoxes, $ratings, $seldom]) {
            $landed =
                $shipping === null
                    ? $prices
                    : array_map(fn (int $price, int $charge) => $price + $charge, $prices, $shipping);
            $read[] = new OfferGroup(
                $sellers,
                $prices,
                $landed,
                $buyBoxes,
                $ratings,
                $seldom === null ? self::NOTHING : static fn (): array => self::seldom($seldom),
                $seenAt,
                ...$terms ?? self::USUAL,
            );
        }

        return new Offers($read);
    }

    /**
     * As objects, as documents have them.
     *
     * @param  list<mixed>  $packed  decoded
     * @return list<array<string, mixed>>
     */
    public static function unpack(array $packed, Currency $currency): array
    {
        $amount = fn (?int $minor): ?string => $minor === null ? null : $currency->format($minor);
        $percent = fn (?int $units): ?string => $units === null ? null : (string) Percent::units($units);
        $offers = [];
        /** @var list<Group> $packed */
        foreach ($packed as $group) {
            [$counts, $days, $from] = $group[6] === null ? self::NOTHING : self::seldom($group[6]);
            $terms = array_combine(
                self::TERMS,
                array_map(
                    fn (mixed $term, mixed $usual) => $term === $usual ? null : $term,
                    $group[0] ?? self::USUAL,
                    self::USUAL,
                ),
            );
            foreach ($group[1] as $i => $seller) {
                $values = [
                    $seller,
                    $amount($group[2][$i]),
                    $amount($group[3][$i] ?? null),
                    $group[4][$i] ?? null,
                    $percent($group[5][$i] ?? null),
                    $counts[$i] ?? null,
                    $days[$i] ?? null,
                    $from[$i] ?? null,
                ];
                $offers[] = array_filter(
                    [...array_combine(self::FIELDS, $values), ...$terms],
                    fn (mixed $value) => $value !== null,
                );
            }
        }

        return $offers;
    }

    /** @return array{list<int|null>|null, list<int|null>|null, list<string|null>|null} */
    private static function seldom(string $json): array
    {
        /** @var array{list<int|null>|null, list<int|null>|null, list<string|null>|null} */
        return json_decode($json, true, self::DEPTH, JSON_THROW_ON_ERROR);
    }

    /** @param  list<mixed>  $values */
    private static function json(array $values): string
    {
        return json_encode($values, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }

    /**
     * @template T
     *
     * @param  list<T>|null  $column
     * @return list<T>|null null where all of them are as usual
     */
    private static function unlessUsual(?array $column, mixed $usual): ?array
    {
        return array_filter($column ?? [], fn (mixed $value) => $value !== $usual) === [] ? null : $column;
    }
}
