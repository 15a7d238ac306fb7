<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Events\Cause;
use App\Support\Database\IdArray;
use Illuminate\Support\Facades\DB;
use Throwable;

/**
 * Has listings decided on once the transaction that saw their market change is over. They are written down in that
 * transaction: where this process dies in between, the sweep finds them.
 */
final readonly class RequestDecisions
{
    public function __construct(private DecidePending $decide)
    {
    }

    /**
     * @param  list<int>  $listingIds  held by the caller, some hundreds at most
     * @param  Cause  $cause  of those whose market has not moved meanwhile
     */
    public function handle(int $workspaceId, array $listingIds, Cause $cause = Cause::Market): void
    {
        DB::insert(
            <<<'SQL'
            INSERT INTO pending_decisions AS before (listing_id, workspace_id, requested_at, cause)
            SELECT id, ?, clock_timestamp(), ? FROM unnest(?::bigint[]) AS id ORDER BY id
            ON CONFLICT (listing_id) DO UPDATE SET requested_at = excluded.requested_at, attempts = 0,
                cause = CASE WHEN before.cause = 'market' THEN before.cause ELSE excluded.cause END
            SQL,
            [$workspaceId, $cause->value, IdArray::of($listingIds)],
        );
        DB::afterCommit(function () use ($workspaceId, $listingIds): void {
            try {
                $this->decide->handle($workspaceId, $listingIds);
            } catch (Throwable $e) {
                // What was seen has been written, and they are still pending.
                report($e);
            }
        });
    }
}
