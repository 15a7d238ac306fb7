<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;

/** Costs are told in the order of time: none is put before one that is known already. */
final readonly class LaterCost
{
    /**
     * @param  string|null  $known  from when the last known cost holds
     * @param  string|null  $wanted  from when the new one is to hold; null = now
     * @return Message|null why it cannot be
     */
    public static function says(Workspace $workspace, ?string $known, mixed $wanted): ?Message
    {
        if ($known === null) {
            return null;
        }
        $from = is_string($wanted) && $wanted !== '' ? $workspace->moment($wanted) : CarbonImmutable::now();
        $known = CarbonImmutable::parse($known)->setTimezone($workspace->time_zone);

        return $known->greaterThan($from)
            ? Message::of('cost_later_known', day: $known->format('Y-m-d'))
            : null;
    }
}
