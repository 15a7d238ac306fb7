<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Percent;

use function intdiv;

/** Prices from one to another, both counting, along which every fee follows one line. Amounts in minor units. */
final readonly class FeeSegment
{
    /** All fees together, before rounding: (rate × price + offset) ÷ 10^6 minor units. */
    public int $rate;

    public int $offset;

    /** The fixed ones, in minor units. */
    private int $fixed;

    /** @var list<FeeLine> the others, each rounded by itself */
    public array $rounded;

    /** @param  list<FeeLine>  $lines */
    public function __construct(public int $from, public int $to, array $lines)
    {
        $rate = $offset = $fixed = 0;
        $rounded = [];
        foreach ($lines as $line) {
            $rate += $line->rate;
            $offset += $line->offset;
            if ($line->rate === 0) {
                $fixed += intdiv($line->offset, Percent::WHOLE);
            } else {
                $rounded[] = $line;
            }
        }
        $this->rate = $rate;
        $this->offset = $offset;
        $this->fixed = $fixed;
        $this->rounded = $rounded;
    }

    /** The sum of all fees at a price of the segment, in minor units. */
    public function fees(int $price): int
    {
        $sum = $this->fixed;
        foreach ($this->rounded as $line) {
            $sum += intdiv(2 * ($line->rate * $price + $line->offset) + Percent::WHOLE, 2 * Percent::WHOLE);
        }

        return $sum;
    }
}
