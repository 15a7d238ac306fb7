<?php

declare(strict_types=1);

namespace App\Pricing\Jobs;

use App\Catalogue\Models\Workspace;
use App\Pricing\Actions\DecideListings;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

final class DecideListingsJob implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    /** So many at most in one transaction. */
    public const CHUNK = 400;

    public int $tries = 8;

    public int $backoff = 2;

    public int $timeout = 25;

    /** @param  list<int>  $listingIds */
    public function __construct(
        public readonly int $workspaceId,
        public readonly array $listingIds,
        public readonly string $cause,
        public readonly ?int $runId = null,
    ) {
        $this->onQueue($cause === 'market' ? 'market' : 'default');
    }

    /** @param  list<int>  $listingIds */
    public static function dispatchInChunks(int $workspaceId, array $listingIds, string $cause, ?int $runId = null): void
    {
        foreach (array_chunk($listingIds, self::CHUNK) as $chunk) {
            self::dispatch($workspaceId, $chunk, $cause, $runId);
        }
    }

    public function handle(CurrentWorkspace $current, DecideListings $decide): void
    {
        $current->within($this->workspaceId, function () use ($decide): void {
            $decide->handle(Workspace::query()->findOrFail($this->workspaceId), $this->listingIds, $this->cause, $this->runId);
        });
    }
}
