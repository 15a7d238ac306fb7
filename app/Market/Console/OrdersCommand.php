<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Catalogue\Models\Channel;
use App\Market\Actions\ImportOrders;
use App\Market\Marketplace\MarketplaceRefused;
use App\Market\Marketplace\MarketplaceUnavailable;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;

final class OrdersCommand extends Command
{
    protected $signature = 'market:orders';

    protected $description = 'Bring in orders since the last time';

    public function handle(CurrentWorkspace $workspace, ImportOrders $import): int
    {
        foreach (Channel::query()->withoutGlobalScope('workspace')->get() as $channel) {
            try {
                $workspace->within($channel->workspace_id, fn () => $import->handle($channel));
            } catch (MarketplaceUnavailable|MarketplaceRefused $e) {
                $this->warn($e->getMessage());
                $workspace->within($channel->workspace_id, fn () => $channel->report($e->getMessage()));
            }
        }

        return self::SUCCESS;
    }
}
