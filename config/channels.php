<?php

declare(strict_types=1);

return [
    // Whether prices may be sent to addresses of the network this runs in. Off where people you do not know have workspaces.
    'private_addresses' => (bool) env('ALLOW_PRIVATE_ADDRESSES', false),
];
