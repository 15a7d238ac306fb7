<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Pricing\Deciding\Decider;
use App\Pricing\Deciding\DecisionSummary;
use App\Pricing\Deciding\EvaluatedListing;
use App\Pricing\Deciding\Grounds;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Deciding\ListingSnapshotWriter;
use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;
use App\Pricing\Models\PriceHold;
use App\Pricing\Runs\OpenPrice;
use App\Pricing\Runs\PricesUnderWay;
use App\Pricing\Runs\RunGuard;
use App\Pricing\Runs\RunProgress;
use App\Pricing\Runs\RunTally;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Carbon\CarbonImmutable;
use Generator;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Trail\Outcome;

/**
 * Decides on listings and writes, in one transaction, where they stand, what was decided, the price changes that
 * follow, and what becomes of those that have not left yet. The rows are locked meanwhile, so no listing is decided
 * twice at once.
 */
final readonly class DecideListings
{
    public function __construct(
        private Decider $decider,
        private RefreshLimits $refresh,
        private StoreDecisions $keep,
        private RequestApprovals $ask,
        private RunProgress $runs,
        private PricesUnderWay $underWay,
    ) {
    }

    /**
     * @param  list<int>  $listingIds  some thousands at most
     * @param  int  $chunk  which part of the run it is; what is decided again after a run was let go is counted on
     * @param  Answers|null  $answers  what people said to prices that wait for them
     */
    public function handle(
        Workspace $workspace,
        array $listingIds,
        Cause $cause,
        ?int $runId = null,
        int $chunk = 0,
        ?Answers $answers = null,
    ): void {
        DB::transaction(function () use ($workspace, $listingIds, $cause, $runId, $chunk, $answers): void {
            // What a crash of the database takes back it takes back whole, with all that came after; the jobs are then
            // repeated.
            DB::statement('SET LOCAL synchronous_commit = off');
            if ($runId !== null && ! $this->runs->begin($workspace->id, $runId, $chunk)) {
                return;
            }
            ListingRows::hold($workspace->id, $listingIds);
            // What a switch says is read after the wait for the listings, as all else is.
            $workspace->refresh();
            $open = $this->underWay->of($listingIds);
            $tally = new RunTally();
            $toDecide = $cause->isOfLimits()
                ? $this->refresh->handle($workspace, $listingIds, array_keys($open))
                : $listingIds;
            if ($toDecide !== []) {
                $this->decide($workspace, $toDecide, $cause, $runId, $open, $tally, $answers);
            }
            if ($runId !== null && $cause !== Cause::Released) {
                $this->runs->advance($workspace, $runId, count($listingIds), $tally);
            }
            Announce::change($workspace->id, Topic::Listings, $listingIds);
        });
    }

    /**
     * @param  list<int>  $listingIds
     * @param  array<int, OpenPrice>  $open  what is on its way, by listing
     */
    private function decide(
        Workspace $workspace,
        array $listingIds,
        Cause $cause,
        ?int $runId,
        array $open,
        RunTally $tally,
        ?Answers $answers,
    ): void {
        $rows = ListingRows::among($workspace->id, $listingIds);
        $grounds = Grounds::of($workspace, $rows);
        $decided = $this->decider->decide($workspace, $rows, $grounds->document(...), CarbonImmutable::now());
        $standing = new ListingSnapshotWriter();
        $outcomes = new PriceOutcomes();
        $kept = $this->keep->handle(
            $workspace,
            $this->acting($decided, $standing, $grounds, $cause, $open, $outcomes),
            $grounds->rules,
            $cause,
            $runId,
        );
        $standing->write();
        PriceHold::end($outcomes->ended);
        $this->ask->handle($workspace, $kept, $listingIds, $answers);
        $this->publish($workspace, $kept, $cause, $runId, $open, $outcomes, $tally, $answers);
        $tally->outcomes['idle'] = count($listingIds) - count($kept);
    }

    /**
     * Those on which a rule may do something now; where all stand is noted, and what becomes of prices that people set
     * or that are on their way. What was decided before stands on as long as a listing is being repriced, though
     * nothing may be done now.
     *
     * @param  iterable<EvaluatedListing>  $decided
     * @param  array<int, OpenPrice>  $open
     * @return Generator<EvaluatedListing>
     */
    private function acting(
        iterable $decided,
        ListingSnapshotWriter $standing,
        Grounds $grounds,
        Cause $cause,
        array $open,
        PriceOutcomes $outcomes,
    ): Generator {
        foreach ($decided as $one) {
            $row = $one->row;
            $isRepriced = $grounds->whyIdle($row) === null;
            $standing->note($one, $isRepriced);
            $before = $open[$row->id] ?? null;
            $isHeld = $outcomes->applyHold($one, $grounds, $before);
            if ($before !== null && ! $before->hasLeft && ! $outcomes->isReplacedByHand($row->id)) {
                $outcomes->withdrawIf($before, $grounds->against($before, $one));
            }
            if ($isRepriced && $grounds->whyNotNow($row, $cause) === null && ! $isHeld) {
                yield $one;
            }
        }
    }

    /**
     * Every decision speaks about the open price: another takes its place, or it is withdrawn where it no longer holds.
     *
     * @param  array<int, array{int, DecisionSummary}>  $kept  decisions by listing
     * @param  array<int, OpenPrice>  $open
     */
    private function publish(
        Workspace $workspace,
        array $kept,
        Cause $cause,
        ?int $runId,
        array $open,
        PriceOutcomes $outcomes,
        RunTally $tally,
        ?Answers $answers,
    ): void {
        $going = [];
        foreach ($kept as $listingId => [$decisionId, $one]) {
            $tally->count($one->outcome->value);
            $price = $answers?->price($one) ?? ($one->outcome === Outcome::Change ? $one->price : null);
            if ($price !== null) {
                $going[$listingId] = [$one, $decisionId, $price];
            }
        }
        $this->countMoves($workspace, $going, $open, $tally);
        $marketRuns = $cause->isOfMarket() ? $this->runs->countMarketMoves($workspace, $tally->bigMovesOfRule) : [];
        $prices = [...$outcomes->going, ...$this->prices($workspace, $going, $cause, $runId, $marketRuns, $answers)];
        $withdrawn = $outcomes->withdrawn;
        foreach ($prices as $price) {
            $before = $open[$price->listingId] ?? null;
            // Where a person set it, it is told why the rule's took its place.
            if ($before !== null && ($before->userId === null || $price->userId !== null)) {
                unset($withdrawn[$before->id]);
            }
        }
        if ($prices !== [] || $withdrawn !== []) {
            event(new PricesDecided($workspace->id, $prices, $open, $withdrawn));
        }
    }

    /**
     * @param  array<int, array{DecisionSummary, int, int}>  $going  with decision and price, by listing
     * @param  array<int, int>  $marketRuns  in which big moves after market changes are counted, by rule
     * @return list<DecidedPrice>
     */
    private function prices(
        Workspace $workspace,
        array $going,
        Cause $cause,
        ?int $runId,
        array $marketRuns,
        ?Answers $answers,
    ): array {
        $rules = array_values(array_unique(array_map(fn (array $one) => (int) $one[0]->row->rule_id, $going)));
        $held = $cause->isLookedAt() ? [] : $this->runs->held($rules);
        $brake = new RunGuard($workspace);

        return array_map(function (array $one) use ($held, $runId, $answers, $brake, $marketRuns): DecidedPrice {
            [$ruling, $decisionId, $price] = $one;
            $row = $ruling->row;
            $holding = $held[$row->rule_id] ?? null;
            $isBigOnMarket = isset($marketRuns[$row->rule_id]) && $brake->isBig($row->price_minor, $price);
            $isApproved = isset($answers?->taken[$row->id]);

            return new DecidedPrice(
                $row->id,
                $row->channel_id,
                $row->is_draft,
                $row->price_minor,
                $decisionId,
                $price,
                $ruling->limits->floor ?? 0,
                $ruling->limits->ceiling ?? 0,
                $isApproved ? $answers->userId : null,
                $holding ?? ($isBigOnMarket ? $marketRuns[$row->rule_id] : $runId),
                $holding !== null,
                max(
                    $isBigOnMarket ? $brake->secondsToWait($row->price_minor, $price) : 0,
                    $isApproved ? $answers->afterSeconds : 0,
                ),
            );
        }, array_values($going));
    }

    /**
     * A move that another run has made already, or that waits with it, is that run's.
     *
     * @param  array<int, array{DecisionSummary, int, int}>  $going  with decision and price, by listing
     * @param  array<int, OpenPrice>  $open
     */
    private function countMoves(Workspace $workspace, array $going, array $open, RunTally $tally): void
    {
        $brake = new RunGuard($workspace);
        foreach ($going as $listingId => [$one, , $price]) {
            $before = $open[$listingId] ?? null;
            if ($before === null || (! $before->isHeld && $before->price !== $price)) {
                $tally->move($one->row->rule_id, $brake->isBig($one->row->price_minor, $price));
            }
        }
    }
}
