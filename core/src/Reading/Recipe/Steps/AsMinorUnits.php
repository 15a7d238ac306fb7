<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Price\PriceReading;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

use function preg_match;
use function trim;

/** An integer of minor units: 2390 is 23.90. */
final readonly class AsMinorUnits implements Step
{
    public function on(Value $value): Value
    {
        $text = trim((string) $value->text());
        if (preg_match('/^\d{1,12}(?:\.0+)?\z/', $text) !== 1 || (int) $text === 0) {
            return $value->nothing();
        }
        $currency = $value->currency ?? Currency::of('EUR');

        return $value->with(new PriceReading($currency->format((int) $text), $value->currency));
    }
}
