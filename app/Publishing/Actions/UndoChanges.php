<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Catalogue\Prices\HandPriceTerm;
use App\Pricing\Actions\SetPrices;
use App\Pricing\Models\PriceHold;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Support\Facades\DB;

/**
 * Takes price changes back: those that have not left are not sent; of the others the old price is sent, as a new change
 * within the limits.
 */
final readonly class UndoChanges
{
    public function __construct(
        private SetPrices $set,
        private PriceChangeLifecycle $lifecycle,
        private CurrentWorkspace $current,
    ) {
    }

    /**
     * @param  list<int>  $ids  some hundreds at most
     * @param  int|null  $userId  in whose name; null where that person is gone
     * @param  bool  $pause  whether the listings are paused, so that their rule does not move them again
     */
    public function handle(array $ids, ?int $userId, bool $pause): Undone
    {
        return DB::transaction(function () use ($ids, $userId, $pause): Undone {
            $listings = Listing::query()
                ->whereIn('id', PriceChange::query()->whereIn('id', $ids)->select('listing_id'))
                ->orderBy('id')
                ->lockForUpdate()
                ->get()
                ->keyBy('id');
            $counts = ['withdrawn' => 0, 'returning' => 0, 'moved_on' => 0, 'left' => 0];
            $prices = $withdrawn = $takenBack = [];
            $changes = PriceChange::query()
                ->whereIn('id', $ids)
                ->whereIn('state', ChangeState::CAN_BE_UNDONE)
                ->orderBy('id')
                ->lockForUpdate();
            foreach ($changes->get() as $change) {
                $listing = $listings[$change->listing_id];
                $counts[($what = $this->fate($change, $listing))]++;
                if ($what === 'withdrawn') {
                    $withdrawn[$change->id] = null;
                    $takenBack[] = $listing->id;
                }
                if ($what === 'returning') {
                    $prices[$listing->id] = $change->from_minor;
                }
            }
            if ($pause) {
                Listing::query()
                    ->whereIn('id', $listings->keys())
                    ->where('automation_on', true)
                    ->update(['automation_on' => false, 'version' => DB::raw('version + 1')]);
            }
            $this->lifecycle->withdrawEach($withdrawn);
            PriceHold::end($takenBack);
            $workspace = Workspace::query()->findOrFail($this->current->id());
            $set = $this->set->set(
                $workspace,
                $prices,
                HandPriceTerm::usual($workspace),
                $userId,
                recordRefused: false,
            );
            $counts['returning'] -= count($set->refused);
            $counts['left'] += count($set->refused);
            Announce::change($this->current->id(), Topic::Changes);
            Announce::change($this->current->id(), Topic::Listings);

            return new Undone(...$counts);
        });
    }

    /** @return 'withdrawn'|'returning'|'moved_on'|'left' */
    private function fate(PriceChange $change, Listing $listing): string
    {
        return match (true) {
            in_array($change->state->value, ChangeState::NOT_LEFT, true) => 'withdrawn',
            $change->state !== ChangeState::Confirmed => 'left',
            $listing->price_minor !== $change->to_minor => 'moved_on',
            default => 'returning',
        };
    }
}
