<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\BatchState;
use App\Catalogue\Models\Batch;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;
use Wrasse\Core\Money\Percent;

/** Makes the changes that were worked out, or takes back those that were made. */
final readonly class ApplyBatch
{
    /**
     * @param  bool  $isConfirmed  whether someone has seen that floors move by more than is usual
     *
     * @throws ConflictHttpException if it is not at that point
     * @throws ValidationException if it asks first
     */
    public function apply(string $id, bool $isConfirmed): Batch
    {
        return $this->begin($id, function (Batch $batch) use ($isConfirmed): array {
            if (! in_array($batch->state, [BatchState::Planned, BatchState::Failed], true)) {
                throw new ConflictHttpException(
                    $batch->state === BatchState::Planning
                        ? 'It is still being worked out.'
                        : 'This has been done already.',
                );
            }
            $beyond = $batch->effect['beyond'] ?? 0;
            if ($beyond > 0 && ! $isConfirmed) {
                $percent = Percent::parse(Workspace::query()->findOrFail($batch->workspace_id)->floor_alarm_percent);
                throw ValidationException::withMessages([
                    'confirmed' => "Floors would move by more than {$percent} % on {$beyond} ".
                        ($batch->kind === 'import' ? 'lines' : 'products or listings').
                        '. Look at them, and say that it is meant.',
                ]);
            }

            return ['state' => BatchState::Applying, 'done' => 0, 'cursor' => 0, 'problem' => null];
        });
    }

    /** @throws ConflictHttpException if it has not been made */
    public function undo(string $id): Batch
    {
        return $this->begin($id, function (Batch $batch): array {
            if ($batch->state !== BatchState::Applied) {
                throw new ConflictHttpException('Only what has been done can be taken back, and only once.');
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
