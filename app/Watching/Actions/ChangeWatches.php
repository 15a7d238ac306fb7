<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Accounts\Models\Workspace;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Watching\Jobs\ReadPagesJob;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Changes when and what watches read, has them read now, or ends them. */
final readonly class ChangeWatches
{
    public function __construct(private PublishWebOffers $publish)
    {
    }

    /**
     * @param  list<int>  $ids
     * @param  array{schedule?: array<string, mixed>, active_until?: string|null, is_paused?: bool, note?: string|null, variant?: string|null}  $wanted
     * @return int how many there were
     */
    public function change(int $workspaceId, array $ids, array $wanted): int
    {
        $zone = Workspace::query()->findOrFail($workspaceId)->time_zone;

        return $this->each($workspaceId, $ids, function (Watch $watch) use ($wanted, $zone): void {
            $watch->fill($wanted);
            if ($watch->isDirty('variant')) {
                // Another thing: what was said of the old one says nothing of it.
                $watch->state = WatchState::New;
                $watch->good = null;
                $watch->doubtful = null;
                $watch->etag = null;
                $watch->last_modified = null;
            }
            $isAsked = $watch->isDirty(['variant', 'is_paused']) && ! $watch->is_paused;
            if ($watch->isDirty(['schedule', 'active_until', 'is_paused', 'variant'])) {
                $now = CarbonImmutable::now();
                $watch->due_at = $isAsked ? $now : $watch->nextAfter($now, $zone);
                // What is under way was asked for another one.
                $watch->asked_at = $watch->isDirty('variant') ? null : $watch->asked_at;
            }
            $watch->save();
        });
    }

    /** @param  list<int>  $ids */
    public function readNow(int $workspaceId, array $ids): int
    {
        return $this->each($workspaceId, $ids, function (Watch $watch): void {
            $watch->due_at = CarbonImmutable::now();
            $watch->save();
        });
    }

    /** @param  list<int>  $ids */
    public function remove(int $workspaceId, array $ids): int
    {
        return $this->each($workspaceId, $ids, fn (Watch $watch) => $watch->delete());
    }

    /**
     * @param  list<int>  $ids
     * @param  callable(Watch): mixed  $change
     */
    private function each(int $workspaceId, array $ids, callable $change): int
    {
        return DB::transaction(function () use ($workspaceId, $ids, $change): int {
            $watches = Watch::query()->whereIn('id', $ids)->orderBy('id')->lockForUpdate()->get();
            $watches->each($change);
            $this->publish->handle($workspaceId, array_values($watches->pluck('listing_id')->filter()->unique()->sort()->all()));
            Announce::change($workspaceId, Topic::Watches, array_values($watches->pluck('id')->all()));
            DB::afterCommit(fn () => ReadPagesJob::dispatch($workspaceId));

            return $watches->count();
        });
    }
}
