<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Channels\Models\Channel;
use App\Publishing\Models\WaitsFor;
use App\Support\Schedule\HoursOfDay;

/** What keeps prices from leaving for a channel at this moment. */
final readonly class Gate
{
    /** @return WaitsFor|null null where they may leave */
    public function closedFor(int $channelId): ?WaitsFor
    {
        $channel = Channel::query()->findOrFail($channelId, ['id', 'workspace_id', 'automation_on']);
        $workspace = Workspace::query()->findOrFail($channel->workspace_id);

        return match (true) {
            $workspace->repricing === Repricing::Stopped, ! $channel->automation_on => WaitsFor::Switch,
            $this->isFrozen($workspace) => WaitsFor::Hours,
            default => null,
        };
    }

    private function isFrozen(Workspace $workspace): bool
    {
        $hours = $workspace->freeze;

        return $hours !== null && (new HoursOfDay($hours['from'], $hours['to'], $hours['time_zone'] ?? $workspace->time_zone))->contain(now());
    }
}
