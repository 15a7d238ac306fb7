<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

/** All listings touched by one thing have been told, under this key. */
final readonly class AllTouched
{
    public function __construct(public int $workspaceId, public string $key)
    {
    }
}
