<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Channels\Models\Channel;
use App\Market\Actions\AdvanceImport;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/**
 * Reads a channel for some seconds, and comes again until all is read. Where it is lost, the sweep finds the import
 * due.
 */
final class ImportChannelJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds: two at once do no harm. */
    public int $uniqueFor = 8;

    /** What is due later is left to the sweep. */
    private const SOON_SECONDS = 5;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
    }

    public function uniqueId(): string
    {
        return (string) $this->channelId;
    }

    public function handle(AdvanceImport $advance): void
    {
        $due = $advance->handle(Channel::query()->findOrFail($this->channelId));
        if ($due !== null && $due <= now()->addSeconds(self::SOON_SECONDS)) {
            self::dispatch($this->workspaceId, $this->channelId)->delay($due);
        }
    }
}
