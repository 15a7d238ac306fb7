<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

use function intdiv;

/** Value added tax, 0 to 100 %, contained in the price or put on top of it. */
final readonly class Tax
{
    /** What one minor unit more of gross is divided by to give net, in percent units. */
    public int $divisor;

    public function __construct(public Percent $percent, public bool $included)
    {
        $this->divisor = $included ? Percent::WHOLE + $percent->units : Percent::WHOLE;
    }

    /**
     * What is left of a gross amount of zero or more, in minor units, half up.
     * net = gross × 100 ÷ (100 + rate): Council Directive 2006/112/EC, article 78, solved for the taxable amount.
     */
    public function net(int $gross): int
    {
        return $this->included ? intdiv(2 * $gross * Percent::WHOLE + $this->divisor, 2 * $this->divisor) : $gross;
    }

    /** After so many minor units of gross the rounding repeats. */
    public function period(): int
    {
        return intdiv($this->divisor, Rounding::commonDivisor($this->divisor, Percent::WHOLE));
    }
}
