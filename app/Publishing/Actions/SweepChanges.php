<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Channels\Models\Channel;
use App\Publishing\Jobs\ConfirmFeedsJob;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Jobs\SendFeedJob;
use App\Publishing\Models\Feed;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\CurrentWorkspace;

/** Takes up price changes and feeds that are due. */
final readonly class SweepChanges implements Sweeper
{
    public function __construct(private CurrentWorkspace $current, private FollowSwitches $switches)
    {
    }

    public function sweep(): void
    {
        $waiting = AcrossWorkspaces::table('price_changes')
            ->where('state', 'queued')
            ->where('due_at', '<=', now())
            ->distinct()
            ->pluck('channel_id');
        foreach (AcrossWorkspaces::query(Channel::class)->whereIn('id', $waiting)->get() as $channel) {
            PublishChannelJob::dispatch($channel->workspace_id, $channel->id);
        }
        // Hours begin and end by themselves.
        $held = AcrossWorkspaces::table('price_changes')
            ->where('state', 'waiting')
            ->where('waits_for', '<>', 'brake')
            ->distinct()
            ->pluck('channel_id');
        foreach (AcrossWorkspaces::query(Channel::class)->whereIn('id', $held)->get() as $channel) {
            $this->current->within(
                $channel->workspace_id,
                fn () => $this->switches->follow($channel->workspace_id, $channel->id),
            );
        }
        $due = AcrossWorkspaces::query(Feed::class)->where('due_at', '<=', now()->format(Feed::TIME));
        foreach ((clone $due)->where('state', 'sending')->limit(100)->get() as $feed) {
            SendFeedJob::dispatch($feed->workspace_id, $feed->id);
        }
        foreach (
            (clone $due)
                ->whereIn('state', Feed::WITH_CHANNEL)
                ->distinct()
                ->get(['workspace_id', 'channel_id']) as $feed
        ) {
            ConfirmFeedsJob::dispatch($feed->workspace_id, $feed->channel_id);
        }
    }
}
