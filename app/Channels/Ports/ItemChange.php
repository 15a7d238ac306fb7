<?php

declare(strict_types=1);

namespace App\Channels\Ports;

/** A notification that the offers on an item have changed. */
final readonly class ItemChange
{
    /** @param  string  $id  of the message: repeated, it is the same */
    public function __construct(public string $id, public string $item)
    {
    }
}
