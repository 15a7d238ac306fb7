<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe;

/** Takes what the step before gave, and gives the next one something. */
interface Step
{
    public function on(Value $value): Value;
}
