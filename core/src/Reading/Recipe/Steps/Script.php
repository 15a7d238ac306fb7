<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Wrasse\Core\Reading\Recipe\Pattern;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

/** The text of the first script that a pattern fits, from the match on. */
final readonly class Script implements Step
{
    public function __construct(private Pattern $pattern)
    {
    }

    public function on(Value $value): Value
    {
        foreach ($value->page->all('//script') as $script) {
            $text = $this->pattern->from($script->textContent);
            if ($text !== null) {
                return $value->with($text);
            }
        }

        return $value->nothing();
    }
}
