<?php

declare(strict_types=1);

namespace App\Pricing\Console;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Pricing\PriceWars\FindPriceWars;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;

final class PriceWarsCommand extends Command
{
    protected $signature = 'pricing:price-wars';

    protected $description = 'Look for rivals with whom we step each other down';

    public function handle(EachWorkspace $each, FindPriceWars $find): int
    {
        $isWell = $each->run(
            Workspace::query()->where('repricing', '<>', Repricing::RulesPaused)->pluck('id'),
            $find->handle(...),
        );

        return $isWell ? self::SUCCESS : self::FAILURE;
    }
}
