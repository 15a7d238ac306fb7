<?php

declare(strict_types=1);

// Where the demo's simulated marketplaces and shop answer.
return [
    'quayside' => env('QUAYSIDE_URL'),
    'fennmarkt' => env('FENNMARKT_URL'),
    'shop' => env('SHOP_URL'),
    'rates' => env('RATES_URL'),
    'inbox' => env('INBOX_URL'),
    'token' => env('MARKET_TOKEN'),
];
