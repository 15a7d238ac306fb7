<?php

declare(strict_types=1);

namespace App\Screens;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\OfferSource;
use App\Market\ObservedOffers;
use App\Pricing\Deciding\LimitsAlone;
use App\Pricing\Deciding\ListingRows;
use App\Support\Database\IdArray;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Insight\PastDay;
use Wrasse\Core\Market\Listing;

/** How the listings of a workspace stood on each day: for its charts, and one row a day however many listings. */
final readonly class PositionDays
{
    private const LISTINGS_AT_ONCE = 500;

    /** A market that has not moved for longer is not looked back for. */
    private const MAY_HAVE_STOOD_DAYS = 60;

    /** Keeps how the listings of each workspace stand today, and what they sold; orders of yesterday still come in. */
    public static function note(): void
    {
        DB::statement(
            <<<'SQL'
            INSERT INTO position_days (workspace_id, day, listings, buy_box, margin_percent, rank, changes)
            SELECT l.workspace_id, (now() AT TIME ZONE w.time_zone)::date,
                count(*) FILTER (WHERE is_compared_with),
                count(*) FILTER (WHERE is_compared_with AND holds_buy_box),
                avg(margin_percent),
                avg(rank) FILTER (WHERE is_compared_with AND field_size > 0),
                (
                    SELECT count(*)
                    FROM price_changes p
                    WHERE p.workspace_id = l.workspace_id AND p.state = 'confirmed'
                        AND p.settled_at >= date_trunc('day', now() AT TIME ZONE w.time_zone) AT TIME ZONE w.time_zone
                )
            FROM (
                SELECT *, rank IS NOT NULL AND channel_id IN (
                    SELECT id FROM channels WHERE driver = ANY(string_to_array(?, ','))
                ) AS is_compared_with
                FROM listings
                WHERE NOT is_draft AND coalesce(stock, 1) > 0
            ) l
            JOIN workspaces w ON w.id = l.workspace_id
            GROUP BY l.workspace_id, w.time_zone
            ON CONFLICT (workspace_id, day) DO UPDATE SET
                listings = excluded.listings, buy_box = excluded.buy_box, margin_percent = excluded.margin_percent,
                rank = excluded.rank, changes = excluded.changes
            SQL,
            [implode(',', DriverRegistry::namesOf(OfferSource::class))],
        );
        DB::statement(
            <<<'SQL'
            UPDATE position_days d
            SET revenue_minor = sold.revenue, profit_minor = sold.profit
            FROM (
                SELECT s.workspace_id, s.day, round(sum(s.revenue_minor * coalesce(f.factor, 1))) AS revenue,
                    round(sum(s.units * l.profit_minor * coalesce(f.factor, 1))) AS profit
                FROM sales_days s
                JOIN listings l ON l.id = s.listing_id AND l.workspace_id = s.workspace_id
                JOIN channels c ON c.id = l.channel_id AND c.workspace_id = l.workspace_id
                JOIN workspaces w ON w.id = s.workspace_id
                LEFT JOIN json_to_recordset(?) AS f (workspace_id bigint, currency text, factor numeric)
                    ON f.workspace_id = s.workspace_id AND f.currency = c.currency
                WHERE s.day >= current_date - 2 AND (c.currency = w.currency OR f.factor IS NOT NULL)
                GROUP BY s.workspace_id, s.day
            ) sold
            WHERE d.workspace_id = sold.workspace_id AND d.day = sold.day AND d.day >= current_date - 2
            SQL,
            [json_encode(self::factors(), JSON_THROW_ON_ERROR)],
        );
    }

    /**
     * What one minor unit of each other currency that is sold in is worth in that of its workspace.
     *
     * @return list<array{workspace_id: int, currency: string, factor: string}>
     */
    private static function factors(): array
    {
        $foreign = DB::table('channels as c')
            ->join('workspaces as w', 'w.id', '=', 'c.workspace_id')
            ->whereColumn('c.currency', '<>', 'w.currency')
            ->distinct()
            ->orderBy('c.workspace_id')
            ->get(['c.workspace_id', 'c.currency']);
        $factors = [];
        foreach ($foreign->groupBy('workspace_id') as $workspaceId => $channels) {
            $own = app(CurrentWorkspace::class)->within(
                (int) $workspaceId,
                fn () => (new OwnCurrency(Workspace::query()->findOrFail($workspaceId)))->known(),
            );
            foreach ($channels as $channel) {
                if (isset($own[$channel->currency])) {
                    $factors[] = [
                        'workspace_id' => (int) $workspaceId,
                        'currency' => (string) $channel->currency,
                        'factor' => $own[$channel->currency],
                    ];
                }
            }
        }

        return $factors;
    }

    /**
     * Works out the days before today from what was observed then, at the costs and fees of now: for a channel whose
     * history has just come in. Days that were kept already stay.
     *
     * @param  int  $back  so many days
     */
    public function recall(Workspace $workspace, int $back): void
    {
        $today = CarbonImmutable::now($workspace->time_zone)->startOfDay();
        $since = $today->subDays($back);
        $terms = new LimitsAlone($workspace);
        $own = new OwnCurrency($workspace);
        $isCompared = Channel::query()
            ->whereIn('driver', DriverRegistry::namesOf(OfferSource::class))
            ->pluck('id')
            ->flip();
        $days = [];
        for ($at = $since; $at < $today; $at = $at->addDay()) {
            $days[$at->toDateString()] = new PastDay();
        }
        $ids = DB::table('listings')
            ->where('workspace_id', $workspace->id)
            ->where('is_draft', false)
            ->orderBy('id')
            ->pluck('id');
        foreach ($ids->chunk(self::LISTINGS_AT_ONCE) as $some) {
            $listings = $compared = [];
            foreach (ListingRows::among($workspace->id, array_values($some->all())) as $row) {
                $listings[$row->id] = $terms->of($row)[0] ?? null;
                $compared[$row->id] = $isCompared->has($row->channel_id);
            }
            $known = array_filter($listings);
            $seen = $this->observed($workspace, array_keys($known), $since, $today);
            $sold = $this->sold($workspace, array_keys($known), $since);
            foreach ($known as $id => $listing) {
                $last = null;
                foreach ($days as $day => $sums) {
                    // What was seen last still held where nothing was seen that day.
                    $last = $seen[$id][$day] ?? $last;
                    if ($last !== null) {
                        $this->add($sums, $listing, $compared[$id], $last, $sold[$id][$day] ?? null, $own);
                    }
                }
            }
        }
        $this->keep($workspace, $days);
    }

    /** @param  array<string, PastDay>  $days */
    private function keep(Workspace $workspace, array $days): void
    {
        foreach ($days as $day => $sums) {
            if ($sums->listings > 0 || $sums->revenue > 0) {
                DB::table('position_days')->insertOrIgnore([
                    'workspace_id' => $workspace->id,
                    'day' => $day,
                    'listings' => $sums->listings,
                    'buy_box' => $sums->buyBoxes,
                    'margin_percent' => $sums->marginPercent(),
                    'rank' => $sums->rank(),
                    'revenue_minor' => $sums->revenue,
                    'profit_minor' => $sums->profit,
                ]);
            }
        }
    }

    private function add(
        PastDay $day,
        Listing $listing,
        bool $isCompared,
        stdClass $seen,
        ?stdClass $sold,
        OwnCurrency $own,
    ): void {
        $offers = iterator_to_array(
            ObservedOffers::comparable(
                $seen->offers,
                $listing->condition,
                $listing->earnings->shipping,
                $listing->currency,
            ),
            preserve_keys: false,
        );
        $isBuyBoxTheirs = in_array(true, array_column($offers, 'buy_box'), true);
        $day->add(
            $listing,
            $seen->price_minor,
            array_column($offers, 'figure'),
            $seen->holds_buy_box === null ? $isBuyBoxTheirs : ! $seen->holds_buy_box,
            $isCompared,
            (int) $sold?->units,
            (int) $sold?->revenue_minor,
            fn (int $amount): int => $own->of($amount, $listing->currency) ?? 0,
        );
    }

    /**
     * @param  list<int>  $listings
     * @return array<int, array<string, stdClass>> what was seen last on each day, by listing and day; what held at the
     *     beginning as of the first day
     */
    private function observed(
        Workspace $workspace,
        array $listings,
        CarbonImmutable $since,
        CarbonImmutable $until,
    ): array {
        $rows = DB::select(
            <<<'SQL'
            SELECT DISTINCT ON (listing_id, day) listing_id,
                greatest((observed_at AT TIME ZONE ?)::date, ?::date) AS day, price_minor, offers, holds_buy_box
            FROM market_observations
            WHERE workspace_id = ? AND listing_id = ANY(?) AND observed_at >= ? AND observed_at < ?
            ORDER BY listing_id, day, observed_at DESC
            SQL,
            [
                $workspace->time_zone,
                $since->toDateString(),
                $workspace->id,
                IdArray::of($listings),
                $since->subDays(self::MAY_HAVE_STOOD_DAYS),
                $until,
            ],
        );

        return self::byListingAndDay($rows);
    }

    /**
     * @param  list<int>  $listings
     * @return array<int, array<string, stdClass>> by listing and day
     */
    private function sold(Workspace $workspace, array $listings, CarbonImmutable $since): array
    {
        return self::byListingAndDay(
            DB::select(
                <<<'SQL'
                SELECT listing_id, day, units, revenue_minor
                FROM sales_days
                WHERE workspace_id = ? AND listing_id = ANY(?) AND day >= ?
                SQL,
                [$workspace->id, IdArray::of($listings), $since->toDateString()],
            ),
        );
    }

    /**
     * @param  array<stdClass>  $rows
     * @return array<int, array<string, stdClass>>
     */
    private static function byListingAndDay(array $rows): array
    {
        $sorted = [];
        foreach ($rows as $row) {
            $sorted[$row->listing_id][$row->day] = $row;
        }

        return $sorted;
    }
}
