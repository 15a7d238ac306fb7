<?php

declare(strict_types=1);

namespace App\Pricing\Runs;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Pricing\Events\RunDiscarded;
use App\Pricing\Events\RunHeld;
use App\Pricing\Events\RunReleased;
use App\Pricing\Models\Run;
use App\Pricing\Models\RunState;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;

/**
 * How far runs are, and whether what they decide may be sent. Called within the transaction that decides. A run is
 * locked without its key: decisions of other workers point to it at the same time.
 */
final readonly class RunProgress
{
    /** Market events of a rule that follow each other within so many seconds are counted together. */
    private const PAUSE_SECONDS = 600;

    private const LONGEST_SECONDS = 3_600;

    /** @return bool false where that part of the run was decided before: its worker died before it could say so */
    public function begin(int $workspaceId, int $runId, int $chunk): bool
    {
        return DB::table('run_chunks')->insertOrIgnore([
            'workspace_id' => $workspaceId,
            'run_id' => $runId,
            'number' => $chunk,
        ]) === 1;
    }

    /** Part of a run has been decided. The last part lets it go, or holds it. */
    public function advance(Workspace $workspace, int $runId, int $listings, RunTally $tally): void
    {
        $run = Run::query()->lock('FOR NO KEY UPDATE')->findOrFail($runId);
        $outcomes = $run->outcomes;
        foreach ($tally->outcomes as $outcome => $many) {
            $outcomes[$outcome] = ($outcomes[$outcome] ?? 0) + $many;
        }
        $run->fill([
            'done' => $run->done + $listings,
            'moves' => $run->moves + $tally->moves,
            'big_moves' => $run->big_moves + $tally->bigMoves,
            'outcomes' => $outcomes,
        ])->save();
        $this->finishIfDone($workspace, $run);
        Announce::change($workspace->id, Topic::Runs, [$runId]);
    }

    /** All listings of the run are known. */
    public function told(Workspace $workspace, string $key): void
    {
        $run = Run::query()->where('key', $key)->lock('FOR NO KEY UPDATE')->first();
        if ($run !== null && ! $run->is_told) {
            $run->update(['is_told' => true]);
            $this->finishIfDone($workspace, $run);
        }
    }

    /**
     * Big moves after market changes. There is no end of a run to wait for; once there are too many, the rule is held.
     * Those that follow each other closely are of one run, though they come one by one.
     *
     * @param  array<int, int>  $bigMoves  by rule
     * @return array<int, int> the run by rule
     */
    public function countMarketMoves(Workspace $workspace, array $bigMoves): array
    {
        $runs = [];
        foreach ($bigMoves as $ruleId => $many) {
            $run = $this->marketRun($workspace, $ruleId);
            $run->fill([
                'big_moves' => $run->big_moves + $many,
                'moves' => $run->moves + $many,
                'finished_at' => now(),
            ])->save();
            if ($run->state === RunState::Released && (new RunGuard($workspace))->holds($run->big_moves, $run->total)) {
                $this->hold($workspace, $run);
            }
            $runs[$ruleId] = $run->id;
        }

        return $runs;
    }

    private function marketRun(Workspace $workspace, int $ruleId): Run
    {
        $run = Run::query()
            ->where('rule_id', $ruleId)
            ->where('cause', Cause::Market)
            ->whereNull('resolved_at')
            ->where('finished_at', '>', now()->subSeconds(self::PAUSE_SECONDS))
            ->where('started_at', '>', now()->subSeconds(self::LONGEST_SECONDS))
            ->orderByDesc('id')
            ->lock('FOR NO KEY UPDATE')
            ->first();
        if ($run !== null) {
            return $run;
        }
        $key = "market:{$ruleId}:".intdiv(now()->getTimestamp(), self::PAUSE_SECONDS);
        Run::query()->insertOrIgnore([
            'workspace_id' => $workspace->id,
            'rule_id' => $ruleId,
            'cause' => Cause::Market,
            'key' => $key,
            'total' => Listing::query()->where('rule_id', $ruleId)->count(),
            'started_at' => now(),
            'finished_at' => now(),
        ]);

        return Run::query()->where('key', $key)->lock('FOR NO KEY UPDATE')->firstOrFail();
    }

    /**
     * Rules of which nothing is sent before a person has looked at a run.
     *
     * @param  list<int>  $ruleIds
     * @return array<int, int> the run by rule
     */
    public function held(array $ruleIds): array
    {
        /** @var array<int, int> */
        return $ruleIds === []
            ? []
            : Run::query()
                ->where('state', RunState::Held)
                ->whereIn('rule_id', $ruleIds)
                ->orderBy('id')
                ->pluck('id', 'rule_id')
                ->all();
    }

    /** Ends a run that cannot be completed; none of its prices is sent. */
    public function fail(Workspace $workspace, int $runId): void
    {
        DB::transaction(function () use ($workspace, $runId): void {
            $run = Run::query()->lock('FOR NO KEY UPDATE')->findOrFail($runId);
            if ($run->state !== RunState::Deciding) {
                return;
            }
            $problem =
                Message::of('run_failed', done: $run->done, total: $run->total);
            $run->update([
                'state' => RunState::Failed,
                'problem' => $problem,
                'is_told' => true,
                'finished_at' => now(),
            ]);
            event(
                new RunDiscarded(
                    $workspace->id,
                    $run->id,
                    pause: false,
                    reason: Message::of('run_not_completed'),
                ),
            );
            Announce::change($workspace->id, Topic::Runs, [$run->id]);
        });
    }

    private function finishIfDone(Workspace $workspace, Run $run): void
    {
        if (! $run->is_told || $run->done < $run->total || $run->finished_at !== null) {
            return;
        }
        $run->update(['finished_at' => now()]);
        if ($run->state !== RunState::Deciding) {
            return;
        }
        if ((new RunGuard($workspace))->holds($run->big_moves, $run->total)) {
            $this->hold($workspace, $run);

            return;
        }
        $run->update(['state' => RunState::Released]);
        event(new RunReleased($workspace->id, $run->id));
    }

    private function hold(Workspace $workspace, Run $run): void
    {
        $run->update(['state' => RunState::Held]);
        event(new RunHeld($workspace->id, $run->id));
        Announce::change($workspace->id, Topic::Runs, [$run->id]);
    }
}
