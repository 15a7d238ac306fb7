<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

use function array_diff_key;
use function array_filter;
use function array_map;
use function array_merge;
use function array_sum;
use function array_values;
use function count;
use function intdiv;
use function max;
use function min;
use function sort;

/**
 * The offers that count for a listing, with the figures they are compared by, and those that do not. Figures in minor
 * units.
 */
final class CompetitorSet
{
    /** @var list<int>|null rising, made when first asked for */
    private ?array $sorted = null;

    /**
     * @param  list<OfferGroup>  $groups  with offers that count
     * @param  list<non-empty-array<int, int>>  $figures  theirs, in the order of the groups, by place in the group
     * @param  list<Dropped>  $dropped
     */
    public function __construct(
        public readonly Basis $basis,
        private readonly array $groups,
        private readonly array $figures,
        public readonly array $dropped,
    ) {
    }

    public function size(): int
    {
        $size = 0;
        foreach ($this->figures as $group) {
            $size += count($group);
        }

        return $size;
    }

    public function isEmpty(): bool
    {
        return $this->figures === [];
    }

    public function lowest(): ?int
    {
        $lowest = null;
        foreach ($this->figures as $group) {
            $least = min($group);
            if ($lowest === null || $least < $lowest) {
                $lowest = $least;
            }
        }

        return $lowest;
    }

    public function highest(): ?int
    {
        return $this->figures === [] ? null : max(array_map(fn (array $group) => max($group), $this->figures));
    }

    /** The n-th lowest, from 1; null beyond the field's size. */
    public function nth(int $n): ?int
    {
        return $this->sorted()[$n - 1] ?? null;
    }

    /** Half up. */
    public function average(): ?int
    {
        return $this->figures === []
            ? null
            : Rounding::halfUp(
                array_sum(array_map(fn (array $group) => array_sum($group), $this->figures)),
                $this->size(),
            );
    }

    /** Of an even number the mean of the middle two, half up. */
    public function median(): ?int
    {
        return $this->figures === [] ? null : Rounding::halfUp($this->twiceMedian(), 2);
    }

    /** The lowest among those that hold the buy box. */
    public function buyBox(): ?int
    {
        return $this->lowestOf(fn (OfferGroup $group, int $i) => $group->buyBoxes[$i] ?? false);
    }

    /** The lowest of that seller. */
    public function ofSeller(string $seller): ?int
    {
        return $this->lowestOf(fn (OfferGroup $group, int $i) => $group->sellers[$i] === $seller);
    }

    /** 1 + the number of figures strictly below. */
    public function rank(int $figure): int
    {
        $rank = 1;
        foreach ($this->figures as $group) {
            foreach ($group as $other) {
                if ($other < $figure) {
                    $rank++;
                }
            }
        }

        return $rank;
    }

    /** @return list<int> the figures strictly above, rising */
    public function above(int $figure): array
    {
        return array_values(array_filter($this->sorted(), fn (int $other) => $other > $figure));
    }

    /** Without the figures below that part of the exact median. */
    public function withoutBelow(Percent $part): self
    {
        $twiceLeast = $this->figures === [] ? 0 : $part->units * $this->twiceMedian();
        $groups = $figures = [];
        $dropped = $this->dropped;
        foreach ($this->figures as $g => $all) {
            $stay = array_filter($all, fn (int $figure) => 2 * Percent::WHOLE * $figure >= $twiceLeast);
            foreach (array_diff_key($all, $stay) as $i => $figure) {
                $dropped[] = new Dropped($this->groups[$g], $i, DropReason::Suspicious);
            }
            if ($stay !== []) {
                $groups[] = $this->groups[$g];
                $figures[] = $stay;
            }
        }

        return new self($this->basis, $groups, $figures, $dropped);
    }

    /** @param  callable(OfferGroup, int): bool  $isMeant */
    private function lowestOf(callable $isMeant): ?int
    {
        $lowest = null;
        foreach ($this->figures as $g => $group) {
            foreach ($group as $i => $figure) {
                if (($lowest === null || $figure < $lowest) && $isMeant($this->groups[$g], $i)) {
                    $lowest = $figure;
                }
            }
        }

        return $lowest;
    }

    private function twiceMedian(): int
    {
        $sorted = $this->sorted();
        $last = count($sorted) - 1;

        return $sorted[intdiv($last, 2)] + $sorted[intdiv($last + 1, 2)];
    }

    /** @return list<int> */
    private function sorted(): array
    {
        if ($this->sorted === null) {
            $this->sorted = array_merge(...$this->figures);
            sort($this->sorted);
        }

        return $this->sorted;
    }
}
