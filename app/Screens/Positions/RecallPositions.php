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

/** Works out how the listings of a workspace stood on days gone by, from what was observed then. */
final readonly class RecallPositions
{
    private const LISTINGS_AT_ONCE = 500;

    /** A market that has not moved for longer is not looked back for. */
    private const MAY_HAVE_STOOD_DAYS = 60;

    /**
     * At the costs and fees of now: for a channel whose history has just come in. Days that were kept already stay.
     *
     * @param  int  $back  so many days before today
     */
    public function handle(Workspace $workspace, int $back): void
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
            $days[] = $at->toDateString();
        }
        $sums = [];
        $ids = DB::table('listings')
            ->where('workspace_id', $workspace->id)
            ->where('is_draft', false)
            ->orderBy('id')
            ->pluck('id');
        foreach ($ids->chunk(self::LISTINGS_AT_ONCE) as $some) {
            $listings = $compared = $groups = [];
            foreach (ListingRows::among($workspace->id, array_values($some->all())) as $row) {
                $listings[$row->id] = $terms->of($row)[0] ?? null;
                $compared[$row->id] = $isCompared->has($row->channel_id);
                $groups[$row->id] = [$row->channel_id, $row->brand ?? '', $row->category ?? ''];
            }
            $known = array_filter($listings);
            $seen = $this->observed($workspace, array_keys($known), $since, $today);
            $sold = $this->sold($workspace, array_keys($known), $since);
            foreach ($known as $id => $listing) {
                $last = null;
                foreach ($days as $day) {
                    // What was seen last still held where nothing was seen that day.
                    $last = $seen[$id][$day] ?? $last;
                    if ($last !== null) {
                        $key = json_encode([$day, ...$groups[$id]], JSON_THROW_ON_ERROR);
                        $sums[$key] ??= new PastDay();
                        $this->add($sums[$key], $listing, $compared[$id], $last, $sold[$id][$day] ?? null, $own);
                    }
                }
            }
        }
        $this->keep($workspace, $sums);
    }

    /** @param  array<string, PastDay>  $sums  by day, channel, brand and category, as JSON */
    private function keep(Workspace $workspace, array $sums): void
    {
        $kept = DB::table('position_days')
            ->where('workspace_id', $workspace->id)
            ->distinct()
            ->get(['day', 'channel_id'])
            ->mapWithKeys(fn (stdClass $row): array => ["{$row->day} {$row->channel_id}" => true]);
        foreach ($sums as $key => $sum) {
            [$day, $channelId, $brand, $category] = json_decode($key, true, 2, JSON_THROW_ON_ERROR);
            if ($kept->has("{$day} {$channelId}") || $kept->has("{$day} 0")) {
                continue;
            }
            DB::table('position_days')->insert([
                'workspace_id' => $workspace->id,
                'day' => $day,
                'channel_id' => $channelId,
                'brand' => $brand,
                'category' => $category,
                'listings' => $sum->listings,
                'met' => $sum->met,
                'buy_box' => $sum->buyBoxes,
                'ranks' => $sum->ranks,
                'cheapest' => $sum->cheapest,
                'dearest' => $sum->dearest,
                'priced' => $sum->priced,
                'margins' => $sum->margins,
                'markups' => $sum->markups,
                'indexed' => $sum->met,
                'ours_minor' => $sum->ours,
                'average_minor' => $sum->average,
                'lowest_minor' => $sum->lowest,
                'units' => $sum->units,
                'revenue_minor' => $sum->revenue,
                'profit_minor' => $sum->profit,
            ]);
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
