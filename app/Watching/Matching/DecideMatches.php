<?php

declare(strict_types=1);

namespace App\Watching\Matching;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Support\Database\IdArray;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Watching\Actions\AddWatches;
use App\Watching\Actions\ChangeWatches;
use App\Watching\Gaps\AssignGaps;
use App\Watching\Models\MatchState;
use App\Watching\Models\ProductMatch;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use App\Watching\Schedules\ScheduleDocument;
use Carbon\CarbonImmutable;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Takes in what a person says of matches: of what is accepted the page is watched, what is rejected is not proposed again. */
final readonly class DecideMatches
{
    public function __construct(private AddWatches $add, private ChangeWatches $change, private AssignGaps $gaps)
    {
    }

    /**
     * @param  list<int>  $ids
     * @param  MatchState  $state  Proposed takes an answer back
     * @param  string|null  $by  who said so; null: it was sure enough
     * @return int how many were changed
     */
    public function handle(int $workspaceId, array $ids, MatchState $state, ?string $by): int
    {
        return DB::transaction(function () use ($workspaceId, $ids, $state, $by): int {
            $matches = ProductMatch::query()
                ->with(['siteProduct.site', 'product'])
                ->whereIn('id', $ids)
                ->where('state', '<>', $state)
                ->orderBy('id')
                ->lockForUpdate()
                ->get();
            $this->unwatch($workspaceId, $matches->where('state', MatchState::Accepted));
            $isAnswer = $state !== MatchState::Proposed;
            foreach ($matches as $match) {
                $match->state = $state;
                $match->decided_at = $isAnswer ? CarbonImmutable::now() : null;
                $match->decided_by = $isAnswer ? $by : null;
                $match->save();
                if ($state === MatchState::Accepted) {
                    $this->watch($match);
                }
            }
            $this->gaps->handle(Workspace::query()->findOrFail($workspaceId), array_values($matches->pluck('site_product_id')->all()));
            Announce::change($workspaceId, Topic::Watches);

            return $matches->count();
        });
    }

    /**
     * Of those that are the same what the person lets be linked without a look: the only one of its page that is.
     *
     * @param  list<int>  $ids
     */
    public function acceptSure(int $workspaceId, array $ids): void
    {
        $sure = DB::select(
            <<<'SQL'
            SELECT m.id
            FROM product_matches m
            JOIN crawls c ON c.site_id = m.site_id
            JOIN site_products s ON s.id = m.site_product_id
            WHERE m.workspace_id = ? AND m.id = ANY(?) AND m.state = 'proposed' AND m.verdict = 'same'
                AND c.links_same AND m.score >= c.link_from AND s.gone_at IS NULL
                AND NOT EXISTS (
                    SELECT 1 FROM product_matches o
                    WHERE o.site_product_id = m.site_product_id AND o.id <> m.id AND o.verdict = 'same' AND o.state <> 'rejected'
                )
            SQL,
            [$workspaceId, IdArray::of($ids)],
        );
        if ($sure !== []) {
            $this->handle($workspaceId, array_column($sure, 'id'), MatchState::Accepted, null);
        }
    }

    /** @param  Collection<int, ProductMatch>  $matches */
    private function unwatch(int $workspaceId, Collection $matches): void
    {
        $watches = Watch::query()->whereIn('match_id', $matches->pluck('id'))->orderBy('id')->pluck('id')->all();
        if ($watches !== []) {
            $this->change->remove($workspaceId, array_values($watches));
        }
    }

    private function watch(ProductMatch $match): void
    {
        $product = $match->siteProduct;
        try {
            $address = $this->add->spelled($product->url);
        } catch (ForbiddenAddress) {
            // Our own shop by now: there is nothing to watch.
            return;
        }
        foreach ($this->listings($match) as $listing) {
            try {
                $watch = $this->add->add($match->workspace_id, $listing, $address, ['variant' => $product->variant, 'schedule' => ScheduleDocument::USUAL]);
            } catch (ValidationException) {
                // It is watched for it already.
                continue;
            }
            $watch->match_id = $match->id;
            // The next reading is measured by what was seen when it was accepted.
            $watch->state = WatchState::Confirmed;
            $watch->good = $product->offer;
            $watch->save();
        }
    }

    /**
     * Of our product those in the currency of the page; where there are none, all.
     *
     * @return Collection<int, Listing>
     */
    private function listings(ProductMatch $match): Collection
    {
        $listings = Listing::query()
            ->with('channel')
            ->where('product_id', $match->product_id)
            ->where('is_draft', false)
            ->where('condition', $match->siteProduct->condition)
            ->orderBy('id')
            ->get();
        $alike = $listings->filter(fn (Listing $listing): bool => $listing->channel->currency === $match->siteProduct->currency);

        return $alike->isEmpty() ? $listings->toBase() : $alike->toBase();
    }
}
