<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Models\Run;
use App\Publishing\Jobs\UndoRunJob;
use App\Publishing\Models\RunUndo;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Illuminate\Support\Facades\DB;

/**
 * Takes back what a run changed: some hundreds of changes at a time, each time written down together with how far it
 * is.
 */
final readonly class UndoRun
{
    private const TOGETHER = 500;

    public function __construct(private UndoChanges $undo)
    {
    }

    /** Where it is being undone already, that goes on as it was asked for first. */
    public function start(Run $run, int $userId, bool $pause): RunUndo
    {
        return DB::transaction(function () use ($run, $userId, $pause): RunUndo {
            Run::query()->lock('FOR NO KEY UPDATE')->findOrFail($run->id);
            $undo = RunUndo::query()->find($run->id);
            if ($undo !== null && $undo->finished_at === null) {
                return $undo;
            }
            $undo ??= new RunUndo(['run_id' => $run->id]);
            $undo->fill([
                'user_id' => $userId,
                'pause' => $pause,
                'last_change_id' => 0,
                ...array_fill_keys(RunUndo::COUNTS, 0),
                'total' => 0,
                'started_at' => now(),
                'advanced_at' => now(),
                'finished_at' => null,
            ]);
            $undo->fill(['total' => $undo->remaining()->count()])->save();
            DB::afterCommit(fn () => UndoRunJob::dispatch($undo->workspace_id, $undo->run_id));

            return $undo;
        });
    }

    /** @return bool whether there is more */
    public function advance(int $runId): bool
    {
        return DB::transaction(function () use ($runId): bool {
            $undo = RunUndo::query()->lock('FOR NO KEY UPDATE')->find($runId);
            if ($undo === null || $undo->finished_at !== null) {
                return false;
            }
            $ids = array_values($undo->remaining()->orderBy('id')->limit(self::TOGETHER)->pluck('id')->all());
            if ($ids !== []) {
                $counts = (array) $this->undo->handle($ids, $undo->user_id, $undo->pause);
                foreach (RunUndo::COUNTS as $count) {
                    $undo->{$count} += $counts[$count];
                }
                $undo->last_change_id = $ids[count($ids) - 1];
            }
            $isDone = count($ids) < self::TOGETHER;
            $undo->fill(['advanced_at' => now(), 'finished_at' => $isDone ? now() : null])->save();
            Announce::change($undo->workspace_id, Topic::Runs, [$runId]);

            return ! $isDone;
        });
    }
}
