<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Channels\CircuitBreaker;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\OrderSource;
use App\Market\Actions\ImportOrders;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;

final class OrdersCommand extends Command
{
    protected $signature = 'market:orders';

    protected $description = 'Bring in orders since the last time';

    public function handle(EachWorkspace $each, ImportOrders $import, CircuitBreaker $breaker): int
    {
        $channels = AcrossWorkspaces::query(Channel::class)
            ->whereIn('driver', DriverRegistry::namesOf(OrderSource::class))
            ->get();
        $isWell = $each->of($channels, function (Channel $channel) use ($import, $breaker): void {
            $problem = $breaker->run($channel, fn () => $import->handle($channel));
            if ($problem !== null) {
                $this->warn($problem->getMessage());
            }
        });

        return $isWell ? self::SUCCESS : self::FAILURE;
    }
}
