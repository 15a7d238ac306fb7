<?php

declare(strict_types=1);

namespace App\Market;

use App\Catalogue\Models\Listing;
use Carbon\CarbonImmutable;
use Generator;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * What was observed of one listing: rows with observed_at, price_minor, floor_minor, ceiling_minor, holds_buy_box and offers (JSON),
 * oldest first.
 */
final readonly class ListingObservations
{
    /** As many points as a chart can show. */
    private const SHOWN = 800;

    private const PAGE = 1_000;

    public function __construct(private Listing $listing)
    {
    }

    /**
     * All of them, or, where there are more than a chart can show, the last one of each of some hundred equally long
     * spans. The database looks those up one by one, so that it takes no longer however often the market was observed.
     *
     * @return array{list<stdClass>, int|null} and how long the spans are, in seconds; null where these are all
     */
    public function thinned(CarbonImmutable $since): array
    {
        $some = $this->after($since->subMicrosecond(), self::SHOWN + 1);
        if (count($some) <= self::SHOWN) {
            return [$some, null];
        }
        $since = CarbonImmutable::parse($some[0]->observed_at);
        $step = (int) ceil($since->diffInSeconds(CarbonImmutable::now()) / self::SHOWN);
        $rows = DB::select(
            <<<'SQL'
            SELECT o.*
            FROM generate_series(?::timestamptz, now(), make_interval(secs => ?)) AS span(start)
            CROSS JOIN LATERAL (
                SELECT observed_at, price_minor, floor_minor, ceiling_minor, offers, holds_buy_box
                FROM market_observations
                WHERE listing_id = ? AND workspace_id = ?
                    AND observed_at >= span.start AND observed_at < span.start + make_interval(secs => ?)
                ORDER BY observed_at DESC
                LIMIT 1
            ) o
            ORDER BY span.start
            SQL,
            [$since->format('Y-m-d H:i:s.uP'), $step, $this->listing->id, $this->listing->workspace_id, $step],
        );

        return [$rows, $step];
    }

    /** @return Generator<stdClass> read a thousand at a time */
    public function all(CarbonImmutable $since): Generator
    {
        $last = $since->subMicrosecond();
        do {
            $rows = $this->after($last, self::PAGE);
            yield from $rows;
            $last = $rows === [] ? $last : CarbonImmutable::parse($rows[count($rows) - 1]->observed_at);
        } while (count($rows) === self::PAGE);
    }

    /** @return list<stdClass> */
    private function after(CarbonImmutable $time, int $many): array
    {
        return DB::select(
            <<<'SQL'
            SELECT observed_at, price_minor, floor_minor, ceiling_minor, offers, holds_buy_box
            FROM market_observations
            WHERE listing_id = ? AND workspace_id = ? AND observed_at > ?
            ORDER BY observed_at
            LIMIT ?
            SQL,
            [$this->listing->id, $this->listing->workspace_id, $time->format('Y-m-d H:i:s.uP'), $many],
        );
    }
}
