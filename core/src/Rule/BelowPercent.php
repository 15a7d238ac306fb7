<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

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

    public function says(Currency $currency): Message
    {
        $by = Phrase::PercentOf->with(['percent' => (string) $this->percent]);

        return $this->atLeast === null
            ? Phrase::Below->with(['by' => $by])
            : Phrase::BelowAtLeast->with(['by' => $by, 'least' => $currency->format($this->atLeast)]);
    }
}
