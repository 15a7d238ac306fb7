<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Models\Workspace;
use App\Pricing\Deciding\Decided;
use App\Pricing\Deciding\Decider;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Deciding\RuleDocument;
use App\Pricing\Deciding\Ruling;
use App\Pricing\Deciding\Standing;
use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;
use App\Pricing\Models\Rule;
use App\Pricing\Runs\Brake;
use App\Pricing\Runs\OpenPrice;
use App\Pricing\Runs\PricesUnderWay;
use App\Pricing\Runs\RunBook;
use App\Pricing\Runs\Tally;
use App\Pricing\Spirals\SpiralAnswers;
use App\Support\Database\IdArray;
use App\Support\Live\Announce;
use Carbon\CarbonImmutable;
use Generator;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Decision\Outcome;

/**
 * Decides on listings and writes, in one transaction, where they stand, what was decided and the price changes that follow.
 * The rows are locked meanwhile, so no listing is decided twice at once.
 */
final readonly class DecideListings
{
    public function __construct(private Decider $decider, private RefreshLimits $refresh, private KeepDecisions $keep, private AskPeople $ask, private RunBook $runs, private PricesUnderWay $underWay)
    {
    }

    /**
     * @param  list<int>  $listingIds  some thousands at most
     * @param  string  $cause  what set it off: market, schedule, hand, costs, limits, fees, rule, released, approval
     * @param  int  $chunk  which part of the run it is; what is decided again after a run was let go is counted on
     * @param  Answers|null  $answers  what people said to prices that wait for them
     */
    public function handle(Workspace $workspace, array $listingIds, string $cause, ?int $runId = null, int $chunk = 0, ?Answers $answers = null): void
    {
        DB::transaction(function () use ($workspace, $listingIds, $cause, $runId, $chunk, $answers): void {
            // What a crash of the database takes back it takes back whole, with all that came after; the jobs are then repeated.
            DB::statement('SET LOCAL synchronous_commit = off');
            if ($runId !== null && ! $this->runs->begin($workspace->id, $runId, $chunk)) {
                return;
            }
            $this->hold($workspace, $listingIds);
            $tally = new Tally;
            $toDecide = in_array($cause, RefreshLimits::CAUSES, true) ? $this->refresh->handle($workspace, $listingIds) : $listingIds;
            if ($toDecide !== []) {
                $this->decide($workspace, $toDecide, $cause, $runId, $tally, $answers);
            }
            if ($runId !== null && $cause !== 'released') {
                $this->runs->advance($workspace, $runId, count($listingIds), $tally);
            }
            Announce::change($workspace->id, 'listings', $listingIds);
        });
    }

    /**
     * A statement of its own: what is read of the market after it is what whoever held them before has left.
     *
     * @param  list<int>  $listingIds
     */
    private function hold(Workspace $workspace, array $listingIds): void
    {
        DB::select('SELECT count(*) FROM (SELECT FROM listings WHERE workspace_id = ? AND id = ANY(?) ORDER BY id FOR NO KEY UPDATE) AS held', [$workspace->id, IdArray::of($listingIds)]);
    }

    /** @param  list<int>  $listingIds */
    private function decide(Workspace $workspace, array $listingIds, string $cause, ?int $runId, Tally $tally, ?Answers $answers): void
    {
        $rows = array_values(ListingRows::withMarket($workspace->id)->whereRaw('l.id = ANY(?)', [IdArray::of($listingIds)])->get()->all());
        $rules = $this->rules($rows);
        $documents = array_map(fn (Rule $rule) => new RuleDocument($rule->latest->document), $rules);
        $usual = RuleDocument::usual();
        $spirals = SpiralAnswers::on($listingIds);
        $decided = $this->decider->decide($workspace, $rows, fn (stdClass $row) => $spirals->ruleFor($row->id, $documents[$row->rule_id ?? 0] ?? $usual), CarbonImmutable::now());
        $isOn = $workspace->repricing_on ? array_map(fn (Rule $rule) => $rule->is_on, $rules) : [];
        $standing = new Standing;
        $kept = $this->keep->handle($workspace, $this->acting($decided, $standing, $isOn, $this->seenSince($rules, $cause), $spirals), $rules, $cause, $runId);
        $standing->write();
        $this->ask->handle($workspace, $kept, $listingIds, $answers);
        $this->publish($workspace, $kept, $cause, $runId, $tally, $answers);
        $tally->outcomes['idle'] = count($listingIds) - count($kept);
    }

    /**
     * Those on which something may be done now; where all stand is noted. What was decided before stands on as long as a listing is being repriced,
     * though nothing may be done now.
     *
     * @param  iterable<Decided>  $decided
     * @param  array<int, bool>  $isOn  by rule
     * @param  array<int, int|null>  $seenSince  by rule
     * @return Generator<Decided>
     */
    private function acting(iterable $decided, Standing $standing, array $isOn, array $seenSince, SpiralAnswers $spirals): Generator
    {
        foreach ($decided as $one) {
            $row = $one->row;
            $isRepriced = $one->terms->isOn && $row->automation_on && ! $row->is_compared && ($isOn[$row->rule_id ?? 0] ?? false);
            $standing->note($one, $isRepriced);
            if ($isRepriced && $this->mayActNow($row, $seenSince[$row->rule_id]) && ! $spirals->hold($row->id)) {
                yield $one;
            }
        }
    }

    /**
     * @param  array<int, array{int, Ruling}>  $kept  decisions by listing
     */
    private function publish(Workspace $workspace, array $kept, string $cause, ?int $runId, Tally $tally, ?Answers $answers): void
    {
        $going = [];
        foreach ($kept as $listingId => [$decisionId, $one]) {
            $tally->count($one->outcome->value);
            $price = $one->outcome === Outcome::Change ? $one->price : $answers?->price($one);
            if ($price !== null) {
                $going[$listingId] = [$one, $decisionId, $price];
            }
        }
        if ($going === []) {
            return;
        }
        $open = $this->underWay->of(array_keys($going));
        $this->countMoves($workspace, $going, $open, $tally);
        if ($cause === 'market' && $tally->bigMoves > 0) {
            $this->runs->countMarketMoves($workspace, $tally->bigMovesOfRule);
        }
        $held = in_array($cause, ['released', 'approval'], true) ? [] : $this->runs->held(array_values(array_unique(array_map(fn (array $one) => (int) $one[0]->row->rule_id, $going))));
        event(new PricesDecided($workspace->id, array_map(function (array $one) use ($held, $runId, $answers): DecidedPrice {
            [$ruling, $decisionId, $price] = $one;
            $row = $ruling->row;
            $holding = $held[$row->rule_id] ?? null;

            return new DecidedPrice(
                $row->id, $row->channel_id, $row->is_draft, $row->price_minor, $decisionId, $price, $ruling->limits->floor ?? 0, $ruling->limits->ceiling ?? 0,
                $ruling->outcome === Outcome::Change ? null : $answers?->userId, $holding ?? $runId, $holding !== null,
            );
        }, array_values($going)), $open));
    }

    /**
     * A move that another run has made already, or that waits with it, is that run's.
     *
     * @param  array<int, array{Ruling, int, int}>  $going  with decision and price, by listing
     * @param  array<int, OpenPrice>  $open
     */
    private function countMoves(Workspace $workspace, array $going, array $open, Tally $tally): void
    {
        $brake = new Brake($workspace);
        foreach ($going as $listingId => [$one, , $price]) {
            $before = $open[$listingId] ?? null;
            if ($before === null || (! $before->isHeld && $before->price !== $price)) {
                $tally->move($one->row->rule_id, $brake->isBig($one->row->price_minor, $price));
            }
        }
    }

    /**
     * @param  list<stdClass>  $rows
     * @return array<int, Rule>
     */
    private function rules(array $rows): array
    {
        $ids = array_unique(array_filter(array_column($rows, 'rule_id')));

        return $ids === [] ? [] : Rule::query()->whereIn('id', $ids)->with('latest')->get()->keyBy('id')->all();
    }

    /**
     * A rule may look at certain times only, and never acts on a market that was seen too long ago. What a person does or says is not
     * held up by the times. Worked out once for all listings of a rule.
     *
     * @param  array<int, Rule>  $rules
     * @return array<int, int|null> by rule since when a market must have been seen, in seconds since 1970; null where it may not act at all now
     */
    private function seenSince(array $rules, string $cause): array
    {
        $now = CarbonImmutable::now();
        $isByPerson = in_array($cause, ['hand', 'released', 'approval'], true);

        return array_map(function (Rule $rule) use ($now, $cause, $isByPerson): ?int {
            $times = $rule->times();
            $mayAct = $isByPerson || ($times->allow($now) && ($cause !== 'market' || $times->followsTheMarket()));

            return $mayAct ? $now->subMinutes($rule->stale_minutes)->getTimestamp() : null;
        }, $rules);
    }

    private function mayActNow(stdClass $row, ?int $seenSince): bool
    {
        return $seenSince !== null && ($row->seen_at === null || $row->seen_at >= $seenSince);
    }
}
