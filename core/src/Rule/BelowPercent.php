<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

use function min;

/** A percentage below, rounded down, and at least an amount below where one is given. */
final readonly class BelowPercent implements Position
{
    public function __construct(private Percent $percent, private ?int $atLeast = null)
    {
    }

    public function from(int $reference): int
    {
        $figure = $this->percent->takenOffDown($reference);

        return $this->atLeast === null ? $figure : min($figure, $reference - $this->atLeast);
    }

    public function says(Currency $currency): string
    {
        $least = $this->atLeast === null ? '' : ', at least '.$currency->format($this->atLeast).',';

        return "{$this->percent} %{$least} below";
    }
}
