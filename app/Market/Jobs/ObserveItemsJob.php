<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Channels\ChannelWork;
use App\Catalogue\Models\Channel;
use App\Market\Actions\ObserveItems;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Looks at some items nobody sent word of for a while. */
final class ObserveItemsJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 8;

    public int $timeout = 25;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    /** @param  list<string>  $items up to 20 */
    public function __construct(public readonly int $workspaceId, public readonly int $channelId, public readonly array $items)
    {
        $this->onQueue('market');
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
            $problem = ChannelWork::on($channel, fn () => $observe->handle($channel, $this->items));
            match (true) {
                $problem instanceof ChannelUnavailable => $this->release($problem->retryAfter),
                $problem instanceof ChannelRefused => $this->fail($problem),
                default => null,
            };
        });
    }
}
