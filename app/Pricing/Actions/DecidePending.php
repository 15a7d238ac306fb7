<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Pricing\Deciding\ListingRows;
use App\Support\Database\IdArray;
use Illuminate\Support\Facades\DB;
use Throwable;

/** Decides on listings whose market has changed, and strikes them off what is pending, in one transaction. */
final readonly class DecidePending
{
    private const TOGETHER = 400;

    /** One that goes wrong so often by itself is given up: it is decided on when its market changes again. */
    private const ATTEMPTS = 8;

    public function __construct(private DecideListings $decide)
    {
    }

    /**
     * @param  list<int>  $listingIds  those of them that are not pending any more have been decided on by someone else
     */
    public function handle(int $workspaceId, array $listingIds): void
    {
        DB::transaction(function () use ($workspaceId, $listingIds): void {
            // Whoever writes one down holds its listing.
            ListingRows::hold($workspaceId, $listingIds);
            $pending = DB::select(
                'DELETE FROM pending_decisions WHERE workspace_id = ? AND listing_id = ANY(?) RETURNING listing_id, cause',
                [$workspaceId, IdArray::of($listingIds)],
            );
            $byCause = [];
            foreach ($pending as $one) {
                $byCause[$one->cause][] = (int) $one->listing_id;
            }
            ksort($byCause);
            foreach ($byCause as $cause => $ids) {
                sort($ids);
                $this->decide->handle(Workspace::query()->findOrFail($workspaceId), $ids, Cause::from($cause));
            }
        });
    }

    /**
     * Those that have waited longest: all together, or, where that goes wrong, each by itself.
     *
     * @return bool whether there are more
     */
    public function overdue(int $workspaceId): bool
    {
        $ids = DB::table('pending_decisions')
            ->where('workspace_id', $workspaceId)
            ->where('requested_at', '<=', now()->format('Y-m-d H:i:s.uP'))
            ->orderBy('requested_at')
            ->limit(self::TOGETHER)
            ->pluck('listing_id')
            ->map(intval(...))
            ->all();
        try {
            $this->handle($workspaceId, array_values($ids));
        } catch (Throwable $e) {
            report($e);
            array_walk($ids, fn (int $id) => $this->alone($workspaceId, $id));
        }

        return count($ids) === self::TOGETHER;
    }

    private function alone(int $workspaceId, int $listingId): void
    {
        try {
            $this->handle($workspaceId, [$listingId]);
        } catch (Throwable $e) {
            report($e);
            DB::update(
                <<<'SQL'
                UPDATE pending_decisions
                SET attempts = attempts + 1, requested_at = now() + make_interval(secs => 2 ^ attempts)
                WHERE workspace_id = ? AND listing_id = ?
                SQL,
                [$workspaceId, $listingId],
            );
            DB::delete('DELETE FROM pending_decisions WHERE workspace_id = ? AND listing_id = ? AND attempts >= ?', [
                $workspaceId,
                $listingId,
                self::ATTEMPTS,
            ]);
        }
    }
}
