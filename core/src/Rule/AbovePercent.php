<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

use function max;

/** A percentage above, half up, and at least an amount above where one is given. */
final readonly class AbovePercent implements Position
{
    public function __construct(private Percent $percent, private ?int $atLeast = null)
    {
    }

    public function from(int $reference): int
    {
        $figure = $this->percent->addedHalfUp($reference);

        return $this->atLeast === null ? $figure : max($figure, $reference + $this->atLeast);
    }

    public function says(Currency $currency): string
    {
        $least = $this->atLeast === null ? '' : ', at least '.$currency->format($this->atLeast).',';

        return "{$this->percent} %{$least} above";
    }
}
