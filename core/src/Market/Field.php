<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

/** The offers that count for a listing, with the figures they are compared by, and those that do not. Figures in minor units. */
final class Field
{
    /** @var list<int>|null rising, made when first asked for */
    private ?array $sorted = null;

    /**
     * @param  list<Offer>  $offers
     * @param  array<int, int>  $figures  of the offers that count, by their place among the offers
     * @param  list<Dropped>  $dropped
     */
    public function __construct(
        public readonly Basis $basis,
        private readonly array $offers,
        private readonly array $figures,
        public readonly array $dropped,
    ) {
    }

    public function size(): int
    {
        return count($this->figures);
    }

    public function isEmpty(): bool
    {
        return $this->figures === [];
    }

    public function lowest(): ?int
    {
        return $this->figures === [] ? null : min($this->figures);
    }

    public function highest(): ?int
    {
        return $this->figures === [] ? null : max($this->figures);
    }

    /** The n-th lowest, from 1; null beyond the field's size. */
    public function nth(int $n): ?int
    {
        return $this->sorted()[$n - 1] ?? null;
    }

    /** Half up. */
    public function average(): ?int
    {
        return $this->figures === [] ? null : Rounding::halfUp(array_sum($this->figures), count($this->figures));
    }

    /** Of an even number the mean of the middle two, half up. */
    public function median(): ?int
    {
        return $this->figures === [] ? null : Rounding::halfUp($this->twiceMedian(), 2);
    }

    /** The lowest among those that hold the buy box. */
    public function buyBox(): ?int
    {
        $lowest = null;
        foreach ($this->figures as $i => $figure) {
            if ($this->offers[$i]->buyBox && ($lowest === null || $figure < $lowest)) {
                $lowest = $figure;
            }
        }

        return $lowest;
    }

    /** The lowest of that seller. */
    public function ofSeller(string $seller): ?int
    {
        $lowest = null;
        foreach ($this->figures as $i => $figure) {
            if ($this->offers[$i]->seller === $seller && ($lowest === null || $figure < $lowest)) {
                $lowest = $figure;
            }
        }

        return $lowest;
    }

    /** 1 + the number of figures strictly below. */
    public function rank(int $figure): int
    {
        $rank = 1;
        foreach ($this->figures as $other) {
            if ($other < $figure) {
                $rank++;
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
        $figures = $this->figures;
        $dropped = $this->dropped;
        foreach ($figures as $i => $figure) {
            if (2 * Percent::WHOLE * $figure < $twiceLeast) {
                unset($figures[$i]);
                $dropped[] = new Dropped($this->offers[$i]->seller, 'suspicious');
            }
        }

        return new self($this->basis, $this->offers, $figures, $dropped);
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
            $this->sorted = array_values($this->figures);
            sort($this->sorted);
        }

        return $this->sorted;
    }
}
