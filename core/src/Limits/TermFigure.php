<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Trail\Message;

/** What one floor or ceiling term comes to. */
final readonly class TermFigure
{
    /**
     * @param  string  $side  "floor" or "ceiling"
     * @param  int|null  $price  in minor units; null where its figure is absent or no price meets it
     * @param  bool  $binds  whether it is the one that counts
     */
    public function __construct(public string $side, public Message $says, public ?int $price, public bool $binds)
    {
    }
}
