<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Catalogue\Channels\ChannelCall;
use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Channels\ChannelWork;
use App\Catalogue\Models\Channel;
use App\Market\Actions\ImportHistory;
use App\Market\Actions\SyncListings;
use App\Market\Marketplace\MarketplaceClient;
use App\Support\Queue\SurvivesKilledWorkers;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Brings in what a new channel knows of us: listings, and of a marketplace its report of past days; offers follow by themselves. May be repeated. */
final class BringInChannelJob implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable, SurvivesKilledWorkers;

    private const DAYS = 60;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
    }

    public function handle(CurrentWorkspace $workspace, SyncListings $sync, ImportHistory $history): void
    {
        $workspace->within($this->workspaceId, function () use ($sync, $history): void {
            $channel = Channel::query()->findOrFail($this->channelId);
            $problem = ChannelWork::on($channel, function () use ($channel, $sync, $history): void {
                $sync->handle($channel);
                if ($channel->kind === ChannelKind::Marketplace) {
                    (new MarketplaceClient($channel))->subscribe(rtrim((string) config('app.url'), '/')."/api/v1/channels/{$channel->key}/notifications", $channel->webhook_secret);
                    $history->handle($channel, self::DAYS);
                }
            });
            match (true) {
                $problem instanceof ChannelUnavailable => $this->release($problem->retryAfter),
                $problem instanceof ChannelRefused => $this->fail($problem),
                $channel->synced_at === null => $this->release(ChannelCall::SECONDS_UNTIL_RETRY),
                default => null,
            };
        });
    }
}
