<?php

declare(strict_types=1);

namespace App\Sourcing\Jobs;

use App\Sourcing\Actions\SendStocks;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Says to one channel how many we have. */
final class SendStocksJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 30;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
        $this->onQueue('publish');
    }

    public function uniqueId(): string
    {
        return (string) $this->channelId;
    }

    public function handle(SendStocks $send): void
    {
        $next = $send->handle($this->channelId);
        if ($next !== null) {
            self::dispatch($this->workspaceId, $this->channelId)->delay($next);
        }
    }
}
