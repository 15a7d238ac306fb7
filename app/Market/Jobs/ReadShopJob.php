<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelWork;
use App\Catalogue\Models\Channel;
use App\Market\Actions\SyncListings;
use App\Support\Queue\SurvivesKilledWorkers;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Looks at our own shop: what is new there, what stock there is, and whether someone set a price there. */
final class ReadShopJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable, SurvivesKilledWorkers;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 60;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
        $this->onQueue('market');
    }

    public function uniqueId(): string
    {
        return (string) $this->channelId;
    }

    public function handle(CurrentWorkspace $workspace, SyncListings $sync): void
    {
        $workspace->within($this->workspaceId, function () use ($sync): void {
            $channel = Channel::query()->findOrFail($this->channelId);
            $problem = ChannelWork::on($channel, fn () => $sync->handle($channel));
            if ($problem instanceof ChannelRefused) {
                $this->fail($problem);
            }
        });
    }
}
