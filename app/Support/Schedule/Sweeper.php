<?php

declare(strict_types=1);

namespace App\Support\Schedule;

/**
 * Finds what should be moving and is not: due again after a wait, or left by a process that died. Asked every few
 * seconds, of all workspaces.
 */
interface Sweeper
{
    public const TAG = 'sweepers';

    public function sweep(): void;
}
