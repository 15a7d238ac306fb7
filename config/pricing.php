<?php

declare(strict_types=1);

return [
    // So many listings of a run are decided on in one transaction, at most.
    'decided_together' => (int) env('DECIDED_TOGETHER', 2_000),
];
