<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

/** The lowest price of the last 30 days, which shops have to name beside a reduced one. */
final readonly class LowestOfMonth implements Claim
{
    private const LOWEST = '(?:lowest|niedrigste\w*|tiefste\w*|g(?:ü|ue)nstigste\w*|bester preis|best price|plus bas|m[aá]s bajo|più basso|laagste|najni(?:ż|z)sz\w*)';

    private const DAYS = '(?:days?|tage?n?|jours|d[ií]as|giorni|dagen|dni)';

    public function on(Sentence $sentence): void
    {
        $period = self::LOWEST.'[^N.;|]{0,40}?(?<days>N)[^N.;|]{0,8}?'.self::DAYS;
        foreach (
            [
                "{$period}[^N.;|()]{0,25}?(?<amount>N)(?! ?%)",
                '(?<amount>N) ?\(?[^N.;|]{0,12}?'.$period,
                '(?<days>N)[ -]{0,2}'.self::DAYS.'[^N.;|]{0,25}?(?:low|tiefst\w*|bestpreis)[^N.;|]{0,12}?(?<amount>N)',
                $period,
            ] as $pattern
        ) {
            foreach ($sentence->find($pattern) as $found) {
                foreach ($found as $one) {
                    if ($one instanceof Amount && $one->role === Role::Plain) {
                        $one->role = Role::Other;
                    }
                }

                return;
            }
        }
    }
}
