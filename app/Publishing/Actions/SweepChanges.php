<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Channels\Models\Channel;
use App\Publishing\Jobs\ConfirmFeedsJob;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Jobs\SendFeedJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Publishing\Models\WaitsFor;
use App\Support\Schedule\AfterClockJump;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\EachWorkspace;

/** Takes up price changes and feeds that are due. */
final readonly class SweepChanges implements Sweeper
{
    public function __construct(private EachWorkspace $each, private FollowSwitches $switches)
    {
    }

    public function sweep(): void
    {
        $this->afterClockJump();
        $waiting = AcrossWorkspaces::table('price_changes')
            ->where('state', ChangeState::Queued)
            ->where('due_at', '<=', now())
            ->distinct()
            ->pluck('channel_id');
        foreach (AcrossWorkspaces::query(Channel::class)->whereIn('id', $waiting)->get() as $channel) {
            PublishChannelJob::dispatch($channel->workspace_id, $channel->id);
        }
        // Hours begin and end by themselves.
        $held = AcrossWorkspaces::table('price_changes')
            ->where('state', ChangeState::Waiting)
            ->where('waits_for', '<>', WaitsFor::Brake)
            ->distinct()
            ->pluck('channel_id');
        $this->each->of(
            AcrossWorkspaces::query(Channel::class)->whereIn('id', $held)->get(),
            fn (Channel $channel) => $this->switches->follow($channel->workspace_id, $channel->id),
        );
        $due = AcrossWorkspaces::query(Feed::class)->where('due_at', '<=', now()->format(Feed::TIME));
        foreach ((clone $due)->where('state', FeedState::Sending)->limit(100)->get() as $feed) {
            SendFeedJob::dispatch($feed->workspace_id, $feed->id);
        }
        foreach (
            (clone $due)
                ->whereIn('state', FeedState::WITH_CHANNEL)
                ->distinct()
                ->get(['workspace_id', 'channel_id']) as $feed
        ) {
            ConfirmFeedsJob::dispatch($feed->workspace_id, $feed->channel_id);
        }
    }

    /** What lies further ahead than anything is put off was put off before the clock went back. */
    private function afterClockJump(): void
    {
        $latest = now()->addSeconds(AfterClockJump::LONGEST_WAIT_SECONDS);
        AcrossWorkspaces::table('feeds')
            ->where('state', '<>', FeedState::Closed)
            ->where('due_at', '>', $latest)
            ->update(['due_at' => now()]);
        AcrossWorkspaces::table('price_changes')
            ->where('state', ChangeState::Queued)
            ->where('due_at', '>', $latest)
            ->update(['due_at' => now()]);
    }
}
