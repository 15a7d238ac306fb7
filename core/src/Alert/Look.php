<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert;

use Closure;

/** What an alert is held against: how it was at the last look, how it is, and how it was some days ago. */
final readonly class Look
{
    /** @param  Closure(int): (MarketMoment|null)|null  $daysAgo  how it was so many days ago; null: nobody knows */
    public function __construct(
        public MarketMoment $before,
        public MarketMoment $now,
        private ?Closure $daysAgo = null,
        public ?string $onlySeller = null,
    ) {
    }

    public function daysAgo(int $days): ?MarketMoment
    {
        $moment = $this->daysAgo === null ? null : ($this->daysAgo)($days);

        return $moment === null || $this->onlySeller === null ? $moment : $moment->withOnly($this->onlySeller);
    }
}
