<?php

declare(strict_types=1);

namespace App\Screens\Positions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\OfferSource;
use App\Market\ObservedOffers;
use App\Pricing\Deciding\LimitsAlone;
use App\Pricing\Deciding\ListingRows;
use App\Support\Database\IdArray;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Insight\PastDay;
use Wrasse\Core\Market\Listing;

/**
 * Works out how the listings of a workspace stood on days gone by, from what was observed then, at the costs and fees of
 * now: for a channel whose history has just come in. Some hundred listings at a time, whose sums are added to those before
 * together with how far it has come: it can be left and gone on with at any point.
 */
final readonly class RecallPositions
{
    /** So far back. */
    public const DAYS = 60;

    private const LISTINGS_AT_ONCE = 500;

    /** A market that has not moved for longer is not looked back for. */
    private const MAY_HAVE_STOOD_DAYS = 60;

    /** Columns of sums, and where a day has them. */
    private const SUMS = [
        'listings' => 'listings',
        'met' => 'met',
        'buy_box' => 'buyBoxes',
        'ranks' => 'ranks',
        'cheapest' => 'cheapest',
        'dearest' => 'dearest',
        'priced' => 'priced',
        'margins' => 'margins',
        'markups' => 'markups',
        'indexed' => 'met',
        'ours_minor' => 'ours',
        'average_minor' => 'average',
        'lowest_minor' => 'lowest',
        'units' => 'units',
        'revenue_minor' => 'revenue',
        'profit_minor' => 'profit',
    ];

    /**
     * What was worked out before is worked out anew; days that were kept as they were stay.
     *
     * @param  int  $back  so many days before today
     */
    public function begin(Workspace $workspace, int $back): void
    {
        $since = CarbonImmutable::now($workspace->time_zone)->subDays($back)->toDateString();
        DB::transaction(function () use ($workspace, $since): void {
            DB::table('position_recalls')->upsert(
                ['workspace_id' => $workspace->id, 'since' => $since, 'listing_id' => 0],
                ['workspace_id'],
                ['since', 'listing_id'],
            );
            DB::table('position_days')->where('workspace_id', $workspace->id)->where('is_recalled', true)->delete();
        });
    }

    /** @return bool whether there are more to come */
    public function handle(Workspace $workspace): bool
    {
        return DB::transaction(function () use ($workspace): bool {
            $recall = DB::table('position_recalls')->where('workspace_id', $workspace->id)->lockForUpdate()->first();
            if ($recall === null) {
                return false;
            }
            $ids = DB::table('listings')
                ->where('workspace_id', $workspace->id)
                ->where('is_draft', false)
                ->where('id', '>', $recall->listing_id)
                ->orderBy('id')
                ->limit(self::LISTINGS_AT_ONCE)
                ->pluck('id')
                ->all();
            $this->keep($workspace, $this->sums($workspace, array_values($ids), CarbonImmutable::parse($recall->since, $workspace->time_zone)));
            $isMore = count($ids) === self::LISTINGS_AT_ONCE;
            $isMore
                ? DB::table('position_recalls')->where('workspace_id', $workspace->id)->update(['listing_id' => end($ids)])
                : DB::table('position_recalls')->where('workspace_id', $workspace->id)->delete();

            return $isMore;
        });
    }

    /**
     * @param  list<int>  $ids
     * @return array<string, PastDay> by day, channel, brand and category, as JSON
     */
    private function sums(Workspace $workspace, array $ids, CarbonImmutable $since): array
    {
        $today = CarbonImmutable::now($workspace->time_zone)->startOfDay();
        $terms = new LimitsAlone($workspace);
        $own = new OwnCurrency($workspace);
        $isCompared = Channel::query()
            ->whereIn('driver', DriverRegistry::namesOf(OfferSource::class))
            ->pluck('id')
            ->flip();
        $listings = $groups = $sums = [];
        foreach (ListingRows::among($workspace->id, $ids) as $row) {
            $listings[$row->id] = $terms->of($row)[0] ?? null;
            $groups[$row->id] = [$row->channel_id, $row->brand ?? '', $row->category ?? ''];
        }
        $known = array_filter($listings);
        $seen = $this->observed($workspace, array_keys($known), $since, $today);
        $sold = $this->sold($workspace, array_keys($known), $since);
        foreach ($known as $id => $listing) {
            $last = null;
            for ($at = $since; $at < $today; $at = $at->addDay()) {
                $day = $at->toDateString();
                // What was seen last still held where nothing was seen that day.
                $last = $seen[$id][$day] ?? $last;
                if ($last !== null) {
                    $key = json_encode([$day, ...$groups[$id]], JSON_THROW_ON_ERROR);
                    $sums[$key] ??= new PastDay();
                    $this->add($sums[$key], $listing, $isCompared->has($groups[$id][0]), $last, $sold[$id][$day] ?? null, $own);
                }
            }
        }

        return $sums;
    }

    /** @param  array<string, PastDay>  $sums  by day, channel, brand and category, as JSON */
    private function keep(Workspace $workspace, array $sums): void
    {
        $kept = DB::table('position_days')
            ->where('workspace_id', $workspace->id)
            ->where('is_recalled', false)
            ->distinct()
            ->get(['day', 'channel_id'])
            ->mapWithKeys(fn (stdClass $row): array => ["{$row->day} {$row->channel_id}" => true]);
        $rows = [];
        foreach ($sums as $key => $sum) {
            [$day, $channelId, $brand, $category] = json_decode($key, true, 2, JSON_THROW_ON_ERROR);
            if (! $kept->has("{$day} {$channelId}") && ! $kept->has("{$day} 0")) {
                $rows[] = [
                    'workspace_id' => $workspace->id,
                    'day' => $day,
                    'channel_id' => $channelId,
                    'brand' => $brand,
                    'category' => $category,
                    'is_recalled' => true,
                    ...array_map(fn (string $of): int => $sum->{$of}, self::SUMS),
                ];
            }
        }
        $added = array_map(
            fn (string $column) => DB::raw("coalesce(position_days.{$column}, 0) + excluded.{$column}"),
            array_combine(array_keys(self::SUMS), array_keys(self::SUMS)),
        );
        foreach (array_chunk($rows, self::LISTINGS_AT_ONCE) as $some) {
            DB::table('position_days')->upsert($some, ['workspace_id', 'day', 'channel_id', 'brand', 'category'], $added);
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
        $convert = fn (int $amount): int => $own->of($amount, $listing->currency) ?? 0;
        if ($sold?->in_stock === false) {
            $day->addSoldOut($listing, $seen->price_minor, $sold->units, $sold->revenue_minor, $convert);

            return;
        }
        $offers = iterator_to_array(
            ObservedOffers::comparable(
                $seen->offers,
                $listing->condition,
                $listing->earnings->shipping,
                $listing->currency,
            ),
            preserve_keys: false,
        );
        $day->add(
            $listing,
            $seen->price_minor,
            array_column($offers, 'figure'),
            $seen->holds_buy_box ?? ($offers !== [] && ! in_array(true, array_column($offers, 'buy_box'), true)),
            $isCompared,
            (int) $sold?->units,
            (int) $sold?->revenue_minor,
            $convert,
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
                SELECT listing_id, day, units, revenue_minor, in_stock
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
