<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Wrasse\Core\Reading\Recipe\Pattern;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

/** The first group of a pattern, or all that it fits. */
final readonly class Find implements Step
{
    public function __construct(private Pattern $pattern)
    {
    }

    public function on(Value $value): Value
    {
        $text = $value->text();

        return $value->with($text === null ? null : $this->pattern->find($text));
    }
}
