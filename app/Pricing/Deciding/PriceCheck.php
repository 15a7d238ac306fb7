<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\Listing;

/**
 * Whether a price may be set: it lies between floor and ceiling, and every floor term holds on it with fees and tax as
 * they are now. The one check, with the one set of messages, for every price that a person sets.
 */
final readonly class PriceCheck
{
    public function __construct(private Decider $decider)
    {
    }

    /**
     * @param  array<int, int>  $prices  in minor units, by listing
     * @param  array<int, array<string, mixed>>  $changes  columns of listing and product that change together with the
     *     price, by listing
     * @return array<int, Message> why one may not be set, by listing
     */
    public function of(Workspace $workspace, array $prices, array $changes = []): array
    {
        if ($prices === []) {
            return [];
        }
        $rows = ListingRows::among($workspace->id, array_keys($prices));
        foreach ($rows as $row) {
            foreach ($changes[$row->id] ?? [] as $column => $value) {
                if (property_exists($row, $column)) {
                    $row->{$column} = $column === 'limits' ? json_encode($value, JSON_THROW_ON_ERROR) : $value;
                }
            }
        }
        $grounds = Grounds::of($workspace, $rows);
        $why = [];
        foreach ($this->decider->decide($workspace, $rows, $grounds->document(...), CarbonImmutable::now()) as $one) {
            $limits = $one->decision->limits;
            // A draft may have its price before it has its limits: no channel shows it.
            $isEarly = $one->row->is_draft && ($limits->floor === null || $limits->ceiling === null);
            $says = self::says($prices[$one->row->id], $one->decision->listing, $limits);
            if ($says !== null && ! $isEarly) {
                $why[$one->row->id] = $says;
            }
        }

        return $why;
    }

    /**
     * @param  int  $price  in minor units
     * @return Message|null why it may not be set
     */
    public static function says(int $price, Listing $listing, Limits $limits): ?Message
    {
        $money = $listing->currency;

        return match (true) {
            $limits->floor === null,
            $limits->ceiling === null => Message::of('limits_missing'),
            $price < $limits->floor => Message::of(
                'price_below_floor',
                price: $money->format($price),
                floor: $money->format($limits->floor),
            ),
            $price > $limits->ceiling => Message::of(
                'price_above_ceiling',
                price: $money->format($price),
                ceiling: $money->format($limits->ceiling),
            ),
            ! $limits->allow($price, $listing->earnings) => Message::of(
                'price_earns_too_little',
                price: $money->format($price),
            ),
            default => null,
        };
    }
}
