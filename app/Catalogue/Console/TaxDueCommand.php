<?php

declare(strict_types=1);

namespace App\Catalogue\Console;

use App\Catalogue\Actions\TakeTaxRates;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;

final class TaxDueCommand extends Command
{
    protected $signature = 'catalogue:tax-due';

    protected $description = 'Price with the tax rates whose day has come';

    public function handle(EachWorkspace $each, TakeTaxRates $take): int
    {
        return $each->run(TakeTaxRates::due(), $take->takeDue(...)) ? self::SUCCESS : self::FAILURE;
    }
}
