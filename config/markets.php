<?php

declare(strict_types=1);

// Where the demo's two simulated marketplaces answer.
return [
    'quayside' => env('QUAYSIDE_URL'),
    'fennmarkt' => env('FENNMARKT_URL'),
    'token' => env('MARKET_TOKEN'),
];
