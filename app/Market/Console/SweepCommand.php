<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Catalogue\Models\Channel;
use App\Market\Jobs\ObserveNotifiedJob;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Finds word that nobody is looking into: the channel was out of order, or a process died. */
final class SweepCommand extends Command
{
    private const WAITED_SECONDS = 4;

    protected $signature = 'market:sweep';

    protected $description = 'Look into notifications that were left';

    public function handle(): int
    {
        $waiting = DB::table('market_notifications')->whereNull('observed_at')->where('received_at', '<', now()->subSeconds(self::WAITED_SECONDS))->distinct()->pluck('channel_id');
        foreach (Channel::query()->withoutGlobalScope('workspace')->whereIn('id', $waiting)->get() as $channel) {
            if (! $channel->isQuiet()) {
                ObserveNotifiedJob::dispatch($channel->workspace_id, $channel->id);
            }
        }

        return self::SUCCESS;
    }
}
