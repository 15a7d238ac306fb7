<?php

declare(strict_types=1);

namespace App\Catalogue\Console;

use App\Catalogue\Actions\TakeDueCosts;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;

final class CostsDueCommand extends Command
{
    protected $signature = 'catalogue:costs-due';

    protected $description = 'Take the costs whose day has come';

    public function handle(EachWorkspace $each, TakeDueCosts $take): int
    {
        return $each->run(TakeDueCosts::due(), $take->handle(...)) ? self::SUCCESS : self::FAILURE;
    }
}
