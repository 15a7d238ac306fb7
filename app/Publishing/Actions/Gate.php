<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Channels\Models\Channel;
use App\Publishing\Models\WaitsFor;

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
            $workspace->quietHours()?->contain(now()) === true => WaitsFor::Hours,
            default => null,
        };
    }
}
