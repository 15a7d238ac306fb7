<?php

declare(strict_types=1);

namespace App\Channels\Ports;

/** All past days of some listings. */
final readonly class HistoryPage
{
    /**
     * @param  list<PastDay>  $days  of one listing after the other, the oldest first
     * @param  string|null  $next  cursor of the next page; null after the last
     */
    public function __construct(public array $days, public ?string $next)
    {
    }
}
