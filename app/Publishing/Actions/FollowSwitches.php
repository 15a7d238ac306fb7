<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Events\SwitchTurned;
use App\Channels\Models\Channel;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Publishing\Models\WaitsFor;
use Illuminate\Support\Facades\DB;

/** Prices wait for switches and hours, and are queued again when those let them leave. */
final readonly class FollowSwitches
{
    public function __construct(private Gate $gate, private PriceChangeLifecycle $lifecycle)
    {
    }

    public function turned(SwitchTurned $event): void
    {
        $channels = Channel::query()
            ->when($event->channelId !== null, fn ($query) => $query->whereKey($event->channelId))
            ->orderBy('id')
            ->pluck('id');
        foreach ($channels as $channel) {
            $this->follow($event->workspaceId, (int) $channel);
        }
    }

    /** Within the workspace. */
    public function follow(int $workspaceId, int $channelId): void
    {
        DB::transaction(function () use ($workspaceId, $channelId): void {
            $closed = $this->gate->closedFor($channelId);
            $changes = PriceChange::query()->where('channel_id', $channelId);
            if ($closed !== null) {
                $this->lifecycle->wait((clone $changes)->where('state', ChangeState::Queued), $closed);
                $this->lifecycle->wait(
                    (clone $changes)
                        ->where('state', ChangeState::Waiting)
                        ->where('waits_for', '<>', WaitsFor::Brake)
                        ->where('waits_for', '<>', $closed),
                    $closed,
                );
            } elseif (
                $this->lifecycle->queue(
                    $changes->where('state', ChangeState::Waiting)->where('waits_for', '<>', WaitsFor::Brake),
                ) > 0
            ) {
                PublishChannelJob::afterCommit($workspaceId, $channelId);
            }
        });
    }
}
