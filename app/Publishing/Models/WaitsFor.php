<?php

declare(strict_types=1);

namespace App\Publishing\Models;

/** What a price change waits for before it may be sent. */
enum WaitsFor: string
{
    /** Until a person has resolved the run that a brake stopped. */
    case Brake = 'brake';
    /** The hours in which no price is sent come to their end. */
    case Hours = 'hours';
    /** Everything, or its channel, is switched on again. */
    case Switch = 'switch';
}
