<?php

declare(strict_types=1);

namespace App\Accounts\Models;

/** The main switch of a workspace. */
enum Repricing: string
{
    case Running = 'running';
    /** Nothing is decided by rules; what people set still goes. */
    case RulesPaused = 'rules_paused';
    /** Nothing leaves at all. Rules go on deciding, so that what waits is true when it leaves. */
    case Stopped = 'stopped';
}
