<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

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

    public function says(Currency $currency): Message
    {
        $by = Phrase::PercentOf->with(['percent' => (string) $this->percent]);

        return $this->atLeast === null
            ? Phrase::Above->with(['by' => $by])
            : Phrase::AboveAtLeast->with(['by' => $by, 'least' => $currency->format($this->atLeast)]);
    }
}
