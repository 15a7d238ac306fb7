<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Models\Workspace;
use App\Pricing\Jobs\DecideListingsJob;
use Throwable;

/** Decides on listings within the transaction that has seen their market change. Where that fails what was seen stays, and a job decides. */
final readonly class DecideAtOnce
{
    public function __construct(private DecideListings $decide)
    {
    }

    /** @param  list<int>  $listingIds  some hundreds at most */
    public function handle(int $workspaceId, array $listingIds): void
    {
        try {
            $this->decide->handle(Workspace::query()->findOrFail($workspaceId), $listingIds, 'market');
        } catch (Throwable $e) {
            report($e);
            DecideListingsJob::dispatchInChunks($workspaceId, $listingIds, 'market');
        }
    }
}
