<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use Carbon\CarbonImmutable;

/** When a job looks again at what is due in a moment. What takes longer is taken up by the sweep. */
final readonly class Soon
{
    private const SECONDS = 4;

    /** @return CarbonImmutable|null null where the sweep will see to it */
    public static function after(CarbonImmutable $due): ?CarbonImmutable
    {
        $now = CarbonImmutable::now();

        return match (true) {
            $due <= $now => $now,
            $due > $now->addSeconds(self::SECONDS) => null,
            // The queue counts in whole seconds, from the one that has begun.
            default => $due->addSecond()->startOfSecond(),
        };
    }
}
