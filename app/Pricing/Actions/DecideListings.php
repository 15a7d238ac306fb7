<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;
use App\Pricing\Deciding\Decided;
use App\Pricing\Deciding\Decider;
use App\Pricing\Deciding\RuleDocument;
use App\Pricing\Deciding\Standing;
use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;
use App\Pricing\Models\Decision;
use App\Pricing\Models\Rule;
use App\Pricing\Models\Run;
use App\Support\Live\Announce;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Decision\Outcome;
use Wrasse\Core\Document\DecisionWriter;

/**
 * Decides on listings and writes, in one transaction, where they stand, what was decided and the price changes that follow.
 * The rows are locked meanwhile, so no listing is decided twice at once.
 */
final readonly class DecideListings
{
    public function __construct(private Decider $decider, private DecisionWriter $writer, private RefreshLimits $refresh)
    {
    }

    /**
     * @param  list<int>  $listingIds  some hundreds at most
     * @param  string  $cause  what set it off: market, schedule, hand, costs, limits, fees, rule
     */
    public function handle(Workspace $workspace, array $listingIds, string $cause, ?int $runId = null): void
    {
        DB::transaction(function () use ($workspace, $listingIds, $cause, $runId): void {
            $now = CarbonImmutable::now();
            $toDecide = in_array($cause, RefreshLimits::CAUSES, true) ? $this->refresh->handle($workspace, $listingIds) : $listingIds;
            if ($toDecide !== []) {
                $this->decide($workspace, $toDecide, $cause, $runId, $now);
            }
            $this->progress($runId, count($listingIds), $now);
            Announce::change($workspace->id, 'listings', $listingIds);
        });
    }

    /** @param  list<int>  $listingIds */
    private function decide(Workspace $workspace, array $listingIds, string $cause, ?int $runId, CarbonImmutable $now): void
    {
        $listings = Listing::query()->whereIn('id', $listingIds)->with(['product.supplier', 'channel'])->orderBy('id')->lockForUpdate()->get();
        $rules = Rule::query()->whereIn('id', $listings->pluck('rule_id')->filter()->unique())->with('latest')->get()->keyBy('id')->all();
        $documents = array_map(fn (Rule $rule) => new RuleDocument($rule->latest->document), $rules);
        $usual = RuleDocument::usual();
        $all = $this->decider->decide($workspace, $listings, fn (Listing $listing) => $documents[$listing->rule_id ?? 0] ?? $usual, $now);
        Standing::write($all);
        $prices = [];
        foreach ($all as $one) {
            $rule = $rules[$one->listing->rule_id ?? 0] ?? null;
            $isActive = $workspace->repricing_on && $one->listing->channel->automation_on && $one->listing->automation_on && $rule?->is_on;
            if ($isActive) {
                $prices[] = $this->record($one, $rule, $cause, $runId, $now);
            } else {
                $this->forget($one->listing);
            }
        }
        $prices = array_values(array_filter($prices));
        if ($prices !== []) {
            event(new PricesDecided($workspace->id, $prices));
        }
    }

    private function record(Decided $one, Rule $rule, string $cause, ?int $runId, CarbonImmutable $now): ?DecidedPrice
    {
        $decision = $one->decision;
        $listing = $one->listing;
        $isChange = $decision->outcome === Outcome::Change;
        $isNews = $listing->decision_id === null || $listing->outcome !== $decision->outcome->value || $listing->reason !== $decision->reason
            || ($isChange && Decision::query()->whereKey($listing->decision_id)->value('price_minor') !== $decision->price);
        $id = $isNews ? Decision::query()->create([
            'listing_id' => $listing->id, 'rule_version_id' => $rule->latest->id, 'run_id' => $runId, 'cause' => $cause,
            'outcome' => $decision->outcome->value, 'reason' => $decision->reason, 'price_minor' => $decision->price,
            'input' => $one->input, 'result' => $this->writer->write($decision), 'decided_at' => $now,
        ])->id : (int) $listing->decision_id;
        Listing::query()->whereKey($listing->id)->update(['decision_id' => $id, 'outcome' => $decision->outcome->value, 'reason' => $decision->reason, 'decided_at' => $now]);

        return $isChange && $decision->price !== null
            ? new DecidedPrice($listing, $id, $decision->price, $decision->limits->floor ?? 0, $decision->limits->ceiling ?? 0)
            : null;
    }

    /** What an earlier rule said no longer stands for a listing that is not being repriced. */
    private function forget(Listing $listing): void
    {
        if ($listing->outcome !== null) {
            Listing::query()->whereKey($listing->id)->update(['decision_id' => null, 'outcome' => null, 'reason' => null]);
        }
    }

    private function progress(?int $runId, int $done, CarbonImmutable $now): void
    {
        if ($runId === null) {
            return;
        }
        Run::query()->whereKey($runId)->increment('done', $done);
        Run::query()->whereKey($runId)->whereColumn('done', '>=', 'total')->whereNull('finished_at')->update(['finished_at' => $now]);
    }
}
