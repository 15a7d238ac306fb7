<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Channels\ChannelWork;
use App\Catalogue\Models\Channel;
use App\Market\Actions\ImportOrders;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;

final class OrdersCommand extends Command
{
    protected $signature = 'market:orders';

    protected $description = 'Bring in orders since the last time';

    public function handle(CurrentWorkspace $workspace, ImportOrders $import): int
    {
        foreach (Channel::query()->withoutGlobalScope('workspace')->whereIn('kind', ChannelKind::SOURCES)->get() as $channel) {
            $problem = $workspace->within($channel->workspace_id, fn () => ChannelWork::on($channel, fn () => $import->handle($channel)));
            if ($problem !== null) {
                $this->warn($problem->getMessage());
            }
        }

        return self::SUCCESS;
    }
}
