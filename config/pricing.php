<?php

declare(strict_types=1);

return [
    // By which the application reaches itself, to share what takes long between two processes. Null: it does not.
    'own_address' => env('OWN_ADDRESS'),

    // So many listings of a run are decided on in one transaction, at most.
    'decided_together' => (int) env('DECIDED_TOGETHER', 2_000),
];
