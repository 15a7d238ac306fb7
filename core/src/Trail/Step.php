<?php

declare(strict_types=1);

namespace Wrasse\Core\Trail;

use Closure;

/** One line of the why: what was looked at, in a plain sentence, with its figures. */
final readonly class Step
{
    /**
     * @param  string|Closure(): string  $says  put into words when it is read
     * @param  array<string, int>  $amounts in minor units
     */
    public function __construct(public string $step, private string|Closure $says, public array $amounts)
    {
    }

    public function says(): string
    {
        return $this->says instanceof Closure ? ($this->says)() : $this->says;
    }
}
