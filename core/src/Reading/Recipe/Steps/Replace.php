<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Wrasse\Core\Reading\Recipe\Pattern;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

/** Puts a text everywhere where a pattern fits. */
final readonly class Replace implements Step
{
    public function __construct(private Pattern $pattern, private string $by)
    {
    }

    public function on(Value $value): Value
    {
        $text = $value->text();

        return $value->with($text === null ? null : $this->pattern->replace($text, $this->by));
    }
}
