<?php

declare(strict_types=1);

return [
    // By which the application reaches itself, to share what takes long between two processes. Null: it does not.
    'own_address' => env('OWN_ADDRESS'),
];
