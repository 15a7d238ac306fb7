<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Accounts\Models\Workspace;
use App\Market\Jobs\GatherRivalsJob;
use App\Market\Models\ListingMarket;

/** Has it worked out where rivals stand, and how they and we have moved, where that is old. */
final readonly class KeepRivalsGathered
{
    /** What was worked out is good for so long. */
    private const FRESH_MINUTES = 5;

    /** @return bool whether there is more to come */
    public function handle(Workspace $workspace): bool
    {
        $isFresh = $workspace->rivals_gathered_at !== null &&
            $workspace->rivals_gathered_at >= now()->subMinutes(self::FRESH_MINUTES);
        if ($isFresh) {
            return false;
        }
        GatherRivalsJob::dispatch($workspace->id);

        return ListingMarket::query()->where('to_gather', true)->exists();
    }
}
