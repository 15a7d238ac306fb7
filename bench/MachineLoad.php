<?php

declare(strict_types=1);

namespace Bench;

/** How busy the machine is, to be printed beside figures. */
final readonly class MachineLoad
{
    /** The load average of the last minute. */
    public static function words(): string
    {
        return sprintf('load %.1f', (sys_getloadavg() ?: [NAN])[0]);
    }
}
