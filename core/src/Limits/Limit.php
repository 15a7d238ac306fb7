<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

/** A floor or ceiling in minor units, and the term it comes from. */
final readonly class Limit
{
    public function __construct(public int $price, public string $binds)
    {
    }
}
