<?php

declare(strict_types=1);

namespace App\Catalogue\Limits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\ExchangeRate;
use App\Catalogue\Models\TaxRate;

/** Works out what a change that is not made yet would make of floors. */
interface ForeseesFloorMoves
{
    public function atRate(Workspace $workspace, ExchangeRate $rate): FloorMoves;

    /** Once its day has come, with all others whose day has come until then. */
    public function underTax(Workspace $workspace, TaxRate $rate): FloorMoves;
}
