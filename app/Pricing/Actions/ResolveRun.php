<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Pricing\Events\RunDiscarded;
use App\Pricing\Events\RunReleased;
use App\Pricing\Models\Run;
use App\Pricing\Models\RunState;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;

/** A person has looked at a run that a brake stopped: it goes on, or nothing of it is sent. */
final readonly class ResolveRun
{
    /** @throws Conflict if it is not held */
    public function release(int $runId, int $userId): Run
    {
        return $this->resolve(
            $runId,
            $userId,
            RunState::Released,
            fn (Run $run) => event(new RunReleased($run->workspace_id, $run->id)),
        );
    }

    /**
     * @param  bool  $pause  whether the listings it would have moved are paused
     *
     * @throws Conflict if it is not held
     */
    public function discard(int $runId, int $userId, bool $pause): Run
    {
        return $this->resolve(
            $runId,
            $userId,
            RunState::Discarded,
            fn (Run $run) => event(new RunDiscarded($run->workspace_id, $run->id, $pause)),
        );
    }

    /** @param  callable(Run): mixed  $then */
    private function resolve(int $runId, int $userId, RunState $state, callable $then): Run
    {
        return DB::transaction(function () use ($runId, $userId, $state, $then): Run {
            $run = Run::query()->lock('FOR NO KEY UPDATE')->findOrFail($runId);
            if ($run->state !== RunState::Held) {
                throw new Conflict(Message::of('run_already_answered'));
            }
            $run->update(['state' => $state, 'resolved_by' => $userId, 'resolved_at' => now()]);
            $then($run);
            Announce::change($run->workspace_id, Topic::Runs, [$run->id]);

            return $run;
        });
    }
}
