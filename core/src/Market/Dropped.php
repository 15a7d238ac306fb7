<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** An offer that does not count, and the first reason why. */
final readonly class Dropped
{
    public function __construct(public string $seller, public string $why)
    {
    }
}
