<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Workspace;
use App\Pricing\Models\Run;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\PriceChange;
use App\Support\Schedule\HoursOfDay;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Gathers what waits for a channel into one feed. */
final readonly class ClaimQueuedChanges
{
    public const MOST = 200;

    /** Null where nothing waits, or the channel or the whole workspace is switched off. */
    public function handle(Channel $channel): ?Feed
    {
        return DB::transaction(function () use ($channel): ?Feed {
            $workspace = Workspace::query()->findOrFail($channel->workspace_id);
            if (! $workspace->repricing_on || $this->isFrozen($workspace) || ! $channel->automation_on || $channel->isQuiet()) {
                return null;
            }
            $changes = PriceChange::query()->where('channel_id', $channel->id)->where('state', ChangeState::Queued)->where('due_at', '<=', now())
                ->where(fn ($query) => $query->whereNull('run_id')->orWhereNotIn('run_id', Run::unsent()))
                ->orderBy('id')->limit(self::MOST)->lock('FOR UPDATE SKIP LOCKED')->pluck('id');
            if ($changes->isEmpty()) {
                return null;
            }
            $feed = Feed::query()->create(['id' => (string) Str::uuid7(), 'channel_id' => $channel->id, 'state' => 'sending', 'attempts' => 0, 'due_at' => now()]);
            PriceChange::query()->whereIn('id', $changes)->update(['state' => ChangeState::Sending, 'feed_id' => $feed->id]);

            return $feed;
        });
    }

    private function isFrozen(Workspace $workspace): bool
    {
        $hours = $workspace->freeze;

        return $hours !== null && (new HoursOfDay($hours['from'], $hours['to'], $hours['time_zone']))->contain(now());
    }
}
