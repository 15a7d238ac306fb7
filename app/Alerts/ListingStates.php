<?php

declare(strict_types=1);

namespace App\Alerts;

use App\Catalogue\Models\Listing;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Alert\MarketMoment;

/** What listings are that alerts ask for, and since when: at their floor, unsold, not to be priced. */
final readonly class ListingStates
{
    /**
     * @param  Collection<int, Listing>  $listings  of one workspace
     * @return array<int, array<string, int>> by listing: since when, in seconds since 1970, by state as ListingStands names it
     */
    public function of(Collection $listings): array
    {
        $now = now()->getTimestamp();
        $states = [];
        foreach ($listings as $listing) {
            if ($listing->problem !== null) {
                $states[$listing->id]['not_priced'] = $now;
            }
            if ($listing->floor_minor !== null && $listing->price_minor <= $listing->floor_minor) {
                // Its price has been what it is since then.
                $states[$listing->id]['at_floor'] = $listing->last_changed_at?->getTimestamp() ?? $now;
            }
        }
        $ids = $listings->modelKeys();
        $workspaceId = $listings->first()?->workspace_id;
        foreach ($this->troubledPages($ids, $workspaceId) as [$id, $state, $host]) {
            $states[$id][$state] = $states[$id][MarketMoment::stateOf($state, $host)] = $now;
        }
        foreach ($this->refused($ids, $workspaceId) as $id) {
            $states[$id]['price_refused'] = $now;
        }
        foreach ($this->firstOfStoppedRuns($ids, $workspaceId) as $id) {
            $states[$id]['run_stopped'] = $now;
        }
        foreach ($this->lastSales($ids, $workspaceId) as $id => $day) {
            $states[$id]['unsold'] = CarbonImmutable::parse($day)->getTimestamp();
        }

        return $states;
    }

    /**
     * @param  list<int>  $ids
     * @return list<array{int, string, string}> listing, state and host
     */
    private function troubledPages(array $ids, ?int $workspaceId): array
    {
        $rows = DB::table('watches as w')
            ->join('sites as s', 's.id', '=', 'w.site_id')
            ->whereIn('w.listing_id', $ids)
            ->where('w.workspace_id', $workspaceId)
            ->whereIn('w.latest->verdict', ['doubtful', 'failed'])
            ->where('w.is_paused', false)
            ->selectRaw("w.listing_id, w.latest ->> 'verdict' AS verdict, s.host")
            ->distinct()
            ->get()
            ->all();

        return array_values(array_map(
            fn (object $row): array => [$row->listing_id, $row->verdict === 'failed' ? 'reading_failing' : 'reading_doubtful', $row->host],
            $rows,
        ));
    }

    /**
     * Those whose last price the channel would not take.
     *
     * @param  list<int>  $ids
     * @return list<int>
     */
    private function refused(array $ids, ?int $workspaceId): array
    {
        $latest = DB::table('price_changes')
            ->whereIn('listing_id', $ids)
            ->where('workspace_id', $workspaceId)
            ->selectRaw('DISTINCT ON (listing_id) listing_id, state')
            ->orderBy('listing_id')
            ->orderByDesc('id');

        return array_values(DB::query()->fromSub($latest, 'latest')->where('state', 'refused')->pluck('listing_id')->all());
    }

    /**
     * Of each run that a brake has stopped the first listing whose price waits for that: it is told once.
     *
     * @param  list<int>  $ids
     * @return list<int>
     */
    private function firstOfStoppedRuns(array $ids, ?int $workspaceId): array
    {
        $first = DB::table('price_changes')
            ->where('workspace_id', $workspaceId)
            ->where('state', 'waiting')
            ->where('waits_for', 'brake')
            ->selectRaw('DISTINCT ON (run_id) run_id, listing_id')
            ->orderBy('run_id')
            ->orderBy('id');

        return array_values(DB::query()->fromSub($first, 'first')->whereIn('listing_id', $ids)->pluck('listing_id')->all());
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, string> days, by listing; those that have ever been sold
     */
    private function lastSales(array $ids, ?int $workspaceId): array
    {
        return DB::table('sales_days')
            ->whereIn('listing_id', $ids)
            ->where('workspace_id', $workspaceId)
            ->where('units', '>', 0)
            ->groupBy('listing_id')
            ->selectRaw('listing_id, max(day)::text AS day')
            ->pluck('day', 'listing_id')
            ->all();
    }
}
