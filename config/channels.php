<?php

declare(strict_types=1);

return [
    // Subnets (CIDR, with commas between) that channels may be in though they are not open to the public, such as a
    // marketplace's stand-in on this machine. Empty where people you do not know have workspaces.
    'allowed_subnets' => array_values(array_filter(explode(',', (string) env('ALLOWED_SUBNETS', '')))),
];
