<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

/** Value added tax, 0 to 100 %, contained in the price or put on top of it. */
final readonly class Tax
{
    public function __construct(public Percent $percent, public bool $included)
    {
    }

    /**
     * What is left of a gross amount, in minor units, half up.
     * net = gross × 100 ÷ (100 + rate): Council Directive 2006/112/EC, article 78, solved for the taxable amount.
     */
    public function net(int $gross): int
    {
        return $this->included
            ? Rounding::halfUp($gross * Percent::WHOLE, Percent::WHOLE + $this->percent->units)
            : $gross;
    }

    /** What one minor unit more of gross is divided by to give net, in percent units. */
    public function divisor(): int
    {
        return $this->included ? Percent::WHOLE + $this->percent->units : Percent::WHOLE;
    }

    /** After so many minor units of gross the rounding repeats. */
    public function repeat(): int
    {
        return intdiv($this->divisor(), Rounding::commonDivisor($this->divisor(), Percent::WHOLE));
    }
}
