<?php

declare(strict_types=1);

namespace App\Catalogue\Jobs;

use App\Catalogue\Batches\BatchState;
use App\Catalogue\Batches\MakeChanges;
use App\Catalogue\Batches\PlanRows;
use App\Catalogue\Models\Batch;
use App\Support\Messages\Message;
use App\Support\Queue\WorkspaceJob;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Contracts\Queue\ShouldQueue;
use Throwable;

/**
 * Works on a batch for some seconds and hands on to the next job, so that others get their turn and a killed one loses
 * little.
 */
final class WorkBatchJob implements ShouldQueue
{
    use WorkspaceJob;

    private const SECONDS = 8;

    public function __construct(public readonly int $workspaceId, public readonly string $batchId)
    {
        $this->onQueue('default');
    }

    public function handle(PlanRows $plan, MakeChanges $make): void
    {
        $this->workFor(self::SECONDS, fn (): bool => $plan->handle($this->batchId) || $make->handle($this->batchId), fn () => self::dispatch($this->workspaceId, $this->batchId));
    }

    public function failed(Throwable $e): void
    {
        app(CurrentWorkspace::class)->within($this->workspaceId, function (): void {
            Batch::query()
                ->find($this->batchId)
                ?->move([
                    'state' => BatchState::Failed,
                    'problem' => Message::of('batch_failed'),
                ]);
        });
    }
}
