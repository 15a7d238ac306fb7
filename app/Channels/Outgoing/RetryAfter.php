<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

/** Retry-After as RFC 9110, 10.2.3 has it: seconds, or a date. */
final readonly class RetryAfter
{
    private function __construct()
    {
    }

    /** @return int|null from one second to the longest wait; null where the header says nothing that can be read */
    public static function seconds(string $header, int $longestWaitSeconds): ?int
    {
        $now = now()->getTimestamp();
        $at = ctype_digit($header) ? $now + (int) $header : strtotime($header);

        return $at === false ? null : max(1, min($longestWaitSeconds, $at - $now));
    }
}
