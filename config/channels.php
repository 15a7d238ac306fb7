<?php

declare(strict_types=1);

return [
    // Subnets (CIDR, with commas between) that channels may be in though they are not open to the public, such as a
    // marketplace's stand-in on this machine. Empty where people you do not know have workspaces.
    'allowed_subnets' => array_values(array_filter(explode(',', (string) env('ALLOWED_SUBNETS', '')))),

    // Ports on which pages of other shops are read.
    'allowed_ports' => array_map(intval(...), explode(',', (string) env('ALLOWED_PORTS', '80,443'))),

    // Names that are looked up here and nowhere else, such as those of stand-ins on this machine: "*.test=127.0.0.1", with
    // commas between.
    'known_hosts' => array_values(array_filter(explode(',', (string) env('KNOWN_HOSTS', '')))),
];
