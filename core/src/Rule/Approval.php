<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Percent;

use function abs;

/** Which moves wait for a person. Amounts in minor units. */
final readonly class Approval
{
    private function __construct(private bool $always, private ?Percent $beyond)
    {
    }

    public static function auto(): self
    {
        return new self(false, null);
    }

    public static function always(): self
    {
        return new self(true, null);
    }

    /** Moves larger than this part of the present price. */
    public static function beyond(Percent $percent): self
    {
        return new self(false, $percent);
    }

    public function isNeeded(int $from, int $to): bool
    {
        return $this->always || ($this->beyond !== null && $this->beyond->isLessThan(abs($to - $from), $from));
    }
}
