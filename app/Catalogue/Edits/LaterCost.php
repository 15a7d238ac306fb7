<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use Carbon\CarbonImmutable;

/** Costs are told in the order of time: none is put before one that is known already. */
final readonly class LaterCost
{
    /**
     * @param  string|null  $known  from when the last known cost holds
     * @param  string|null  $wanted  from when the new one is to hold; null = now
     * @return string|null why it cannot be
     */
    public static function says(Workspace $workspace, ?string $known, mixed $wanted): ?string
    {
        if ($known === null) {
            return null;
        }
        $from = is_string($wanted) && $wanted !== '' ? $workspace->moment($wanted) : CarbonImmutable::now();
        $known = CarbonImmutable::parse($known)->setTimezone($workspace->time_zone);

        return $known->greaterThan($from)
            ? "A cost that holds from {$known->format('j M Y')} is known already; this one would come before it."
            : null;
    }
}
