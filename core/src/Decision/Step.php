<?php

declare(strict_types=1);

namespace Wrasse\Core\Decision;

/** One line of the why: what was looked at, in a plain sentence, with its figures. */
final readonly class Step
{
    /** @param  array<string, int>  $amounts in minor units */
    public function __construct(public string $step, public string $says, public array $amounts)
    {
    }
}
