<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\BatchState;
use App\Catalogue\Models\Batch;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Money\Percent;

/** Makes the changes that were worked out, or takes back those that were made. */
final readonly class ApplyBatch
{
    /**
     * @param  bool  $isConfirmed  whether someone has seen that floors move by more than is usual
     *
     * @throws Conflict if it is not at that point
     * @throws ValidationException if it asks first
     */
    public function apply(string $id, bool $isConfirmed): Batch
    {
        return $this->begin($id, function (Batch $batch) use ($isConfirmed): array {
            if (! in_array($batch->state, [BatchState::Planned, BatchState::Failed], true)) {
                throw new Conflict(
                    $batch->state === BatchState::Planning
                        ? Message::of('batch_still_planning')
                        : Message::of('batch_already_applied'),
                );
            }
            $beyond = $batch->effect['beyond'] ?? 0;
            if ($beyond > 0 && ! $isConfirmed) {
                $percent = Percent::parse(Workspace::query()->findOrFail($batch->workspace_id)->floor_alarm_percent);
                throw ValidationException::withMessages([
                    'confirmed' => Message::of(
                        'batch_moves_floors_far',
                        percent: (string) $percent,
                        beyond: $beyond,
                        kind: $batch->kind === 'import' ? 'import' : 'edit',
                    ),
                ]);
            }

            return ['state' => BatchState::Applying, 'done' => 0, 'cursor' => 0, 'problem' => null];
        });
    }

    /** One that nobody has made, and that no longer says what is wanted. */
    public function drop(string $id): void
    {
        $batch = Batch::query()->where('state', BatchState::Planned)->find($id);
        if ($batch !== null) {
            $batch->delete();
            Announce::change($batch->workspace_id, Topic::Batches);
        }
    }

    /** @throws Conflict if it has not been made */
    public function undo(string $id): Batch
    {
        return $this->begin($id, function (Batch $batch): array {
            if ($batch->state !== BatchState::Applied) {
                throw new Conflict(Message::of('batch_cannot_be_undone'));
            }

            return ['state' => BatchState::Undoing, 'done' => 0, 'cursor' => 0];
        });
    }

    /** @param  callable(Batch): array<string, mixed>  $next */
    private function begin(string $id, callable $next): Batch
    {
        $batch = DB::transaction(function () use ($id, $next): Batch {
            $batch = Batch::query()->lockForUpdate()->findOrFail($id);
            $batch->move($next($batch));

            return $batch;
        });
        StartBatch::work($batch);

        return $batch->refresh();
    }
}
