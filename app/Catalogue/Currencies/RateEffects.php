<?php

declare(strict_types=1);

namespace App\Catalogue\Currencies;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\ExchangeRate;

/** Works out what another rate would make of floors. */
interface RateEffects
{
    public function of(Workspace $workspace, ExchangeRate $rate): RateEffect;
}
