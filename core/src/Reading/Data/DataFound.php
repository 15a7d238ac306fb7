<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

final readonly class DataFound
{
    /** @param  list<Thing>  $things */
    public function __construct(public array $things, public bool $isBroken = false)
    {
    }
}
