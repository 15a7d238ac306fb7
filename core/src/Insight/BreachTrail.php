<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use function array_values;

/**
 * Follows, from observation to observation of one listing, who asks less than the advertised minimum (or more than the
 * recommended price). It begins when it is first seen, and is over when the price is right again, sold out or gone; another
 * limit begins it anew.
 */
final class BreachTrail
{
    /** @var array<string, Breach> those that go on, by seller */
    private array $open = [];

    /** @var list<Breach> those that are over */
    private array $over = [];

    /**
     * @param  int|null  $limit  in minor units; null: there is none
     * @param  bool  $isMaximum  whether more than the limit is wrong, rather than less
     * @param  list<Breach>  $open  those that went on up to the last observation
     */
    public function __construct(private readonly ?int $limit, private readonly bool $isMaximum, array $open)
    {
        foreach ($open as $breach) {
            $this->open[$breach->seller] = $breach;
        }
    }

    /**
     * @param  int  $at  seconds since 1970
     * @param  array<string, int>  $prices  without shipping, in minor units, by seller; empty: us
     */
    public function observe(int $at, array $prices): void
    {
        foreach ($this->open as $seller => $breach) {
            if ($breach->limit !== $this->limit || ! isset($prices[$seller]) || ! $this->isWrong($prices[$seller])) {
                $breach->ended = $at;
                $this->over[] = $breach;
                unset($this->open[$seller]);
            }
        }
        foreach ($prices as $seller => $price) {
            if ($this->limit === null || ! $this->isWrong($price)) {
                continue;
            }
            $breach = $this->open[$seller] ??= new Breach((string) $seller, $this->limit, $at, $price, $at, $price);
            $breach->latest = $price;
            if ($this->isMaximum ? $price > $breach->worst : $price < $breach->worst) {
                $breach->worst = $price;
                $breach->worstAt = $at;
            }
        }
    }

    /** @return list<Breach> all that were begun or ended, and those that go on */
    public function all(): array
    {
        return [...$this->over, ...array_values($this->open)];
    }

    private function isWrong(int $price): bool
    {
        return $this->limit !== null && ($this->isMaximum ? $price > $this->limit : $price < $this->limit);
    }
}
