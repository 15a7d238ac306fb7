<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Wrasse\Core\Reading\Price\PriceReader;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

/** A text as a person would read it. */
final readonly class AsPrice implements Step
{
    public function on(Value $value): Value
    {
        $text = $value->text();

        return $value->with($text === null ? null : (new PriceReader())->read($text, $value->currency, $value->locale));
    }
}
