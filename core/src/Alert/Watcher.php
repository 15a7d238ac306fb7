<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert;

use function in_array;

/**
 * Follows one listing for one alert. The first look is what later ones are compared with and is never told. What has
 * happened is told each time; what stands so is told when it begins to.
 */
final class Watcher
{
    private ?MarketMoment $last;

    /**
     * @param  MarketMoment|null  $last  the last look; null: there was none
     * @param  list<string>  $standing  keys of what stood so at the last look
     */
    public function __construct(
        private readonly Condition $condition,
        ?MarketMoment $last = null,
        public array $standing = [],
        private readonly ?string $onlySeller = null,
    ) {
        $this->last = $last === null ? null : $this->seen($last);
    }

    /**
     * @param  (callable(int): (MarketMoment|null))|null  $daysAgo
     * @return list<Finding> what is to be told; empty: nothing
     */
    public function look(MarketMoment $now, ?callable $daysAgo = null): array
    {
        $seen = $this->seen($now);
        $before = $this->last;
        $this->last = $seen;
        $found = $this->condition->find(new Look($before ?? $seen, $seen, $daysAgo === null ? null : $daysAgo(...), $this->onlySeller));
        $standing = [];
        $isNews = false;
        foreach ($found as $finding) {
            $isNews = $isNews || $finding->isEvent || ! in_array($finding->key(), $this->standing, true);
            if (! $finding->isEvent) {
                $standing[] = $finding->key();
            }
        }
        $this->standing = $standing;

        return $before !== null && $isNews ? $found : [];
    }

    private function seen(MarketMoment $moment): MarketMoment
    {
        return $this->onlySeller === null ? $moment : $moment->withOnly($this->onlySeller);
    }
}
