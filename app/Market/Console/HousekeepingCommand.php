<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Support\Tenancy\AcrossWorkspaces;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

final class HousekeepingCommand extends Command
{
    protected $signature = 'market:housekeeping';

    protected $description = 'Make room for the coming months and forget notifications older than three days';

    public function handle(): int
    {
        foreach ([0, 1, 2, 3] as $ahead) {
            DB::statement("SELECT market_observations_for((date_trunc('month', now()) + make_interval(months => ?))::date)", [$ahead]);
        }
        AcrossWorkspaces::table('market_notifications')->where('received_at', '<', now()->subDays(3))->delete();

        return self::SUCCESS;
    }
}
