<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Workspace;
use App\Support\Schedule\HoursOfDay;

/** Whether anything may leave for a channel now: neither it nor everything is switched off, and these are no hours in which prices stand still. */
final readonly class MayPublish
{
    public function to(Channel $channel): bool
    {
        $workspace = Workspace::query()->findOrFail($channel->workspace_id);

        return $workspace->repricing_on && $channel->automation_on && ! $this->isFrozen($workspace);
    }

    private function isFrozen(Workspace $workspace): bool
    {
        $hours = $workspace->freeze;

        return $hours !== null && (new HoursOfDay($hours['from'], $hours['to'], $hours['time_zone']))->contain(now());
    }
}
