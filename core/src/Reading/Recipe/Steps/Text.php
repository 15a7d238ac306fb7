<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

/** The visible text of an element, white space folded. */
final readonly class Text implements Step
{
    public function on(Value $value): Value
    {
        return $value->with($value->text());
    }
}
