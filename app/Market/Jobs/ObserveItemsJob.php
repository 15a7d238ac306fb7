<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Channels\ChannelWork;
use App\Catalogue\Models\Channel;
use App\Market\Actions\ObserveItems;
use App\Market\Marketplace\MarketplaceClient;
use App\Support\Queue\SurvivesKilledWorkers;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Looks at some items nobody sent word of for a while. */
final class ObserveItemsJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable, SurvivesKilledWorkers;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    private const SECONDS_UNTIL_AGAIN = 30;

    /**
     * @param  list<string>  $items up to 20
     * @param  bool  $isRepeat  because the last answer lacked them; when this one does so too, they wait for their next turn
     */
    public function __construct(public readonly int $workspaceId, public readonly int $channelId, public readonly array $items, public readonly bool $isRepeat = false)
    {
        $this->onQueue('market');
    }

    /** @param  list<string>  $missing  items that an answer lacked */
    public static function again(Channel $channel, array $missing): void
    {
        foreach (array_chunk($missing, MarketplaceClient::ITEMS_PER_CALL) as $items) {
            self::dispatch($channel->workspace_id, $channel->id, $items, true)->delay(self::SECONDS_UNTIL_AGAIN);
        }
    }

    public function uniqueId(): string
    {
        return $this->channelId.':'.hash('xxh128', implode(',', $this->items));
    }

    public function handle(CurrentWorkspace $workspace, ObserveItems $observe): void
    {
        $workspace->within($this->workspaceId, function () use ($observe): void {
            $channel = Channel::query()->findOrFail($this->channelId);
            // While it rests nothing is looked at: that is made up for in a while anyway.
            $problem = ChannelWork::on($channel, function () use ($observe, $channel): void {
                $missing = $observe->handle($channel, $this->items)->missing;
                if (! $this->isRepeat) {
                    self::again($channel, $missing);
                }
            });
            match (true) {
                $problem instanceof ChannelUnavailable => $this->release($problem->retryAfter),
                $problem instanceof ChannelRefused => $this->fail($problem),
                default => null,
            };
        });
    }
}
