<?php

declare(strict_types=1);

namespace App\Alerts\Jobs;

use App\Alerts\Actions\Deliver;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Sends what is due to one destination. */
final class DeliverJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    private const SECONDS = 5;

    /** A mail server may take its time with each of its answers. */
    private const TIMEOUT_SECONDS = 120;

    public function __construct(public readonly int $workspaceId, public readonly int $destinationId)
    {
        $this->timeout = self::TIMEOUT_SECONDS;
        $this->onQueue('deliveries');
    }

    public function uniqueId(): string
    {
        return (string) $this->destinationId;
    }

    public function handle(Deliver $deliver): void
    {
        $this->workFor(self::SECONDS, fn (): bool => $deliver->handle($this->workspaceId, $this->destinationId), fn () => self::dispatch($this->workspaceId, $this->destinationId));
    }
}
