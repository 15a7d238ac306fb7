<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
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
            $workspace->within($channel->workspace_id, fn () => $this->bringIn($channel, $import));
        }

        return self::SUCCESS;
    }

    private function bringIn(Channel $channel, ImportOrders $import): void
    {
        if ($channel->rests()) {
            return;
        }
        try {
            $import->handle($channel);
            $channel->answered();
        } catch (ChannelUnavailable $e) {
            $this->warn($e->getMessage());
            $channel->failed($e);
        } catch (ChannelRefused $e) {
            $this->warn($e->getMessage());
            $channel->refused($e->getMessage());
        }
    }
}
