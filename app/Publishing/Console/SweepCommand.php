<?php

declare(strict_types=1);

namespace App\Publishing\Console;

use App\Catalogue\Models\Channel;
use App\Publishing\Jobs\AdvanceFeedJob;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Models\Feed;
use App\Support\Schedule\AfterClockJump;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Finds what should be moving and is not: due again after a wait, or left by a process that died. */
final class SweepCommand extends Command
{
    protected $signature = 'publishing:sweep';

    protected $description = 'Take up price changes and feeds that are due';

    public function handle(AfterClockJump $clock): int
    {
        $clock->handle();
        $waiting = DB::table('price_changes')->where('state', 'queued')->where('due_at', '<=', now())->distinct()->pluck('channel_id');
        foreach (Channel::query()->withoutGlobalScope('workspace')->whereIn('id', $waiting)->get() as $channel) {
            PublishChannelJob::dispatch($channel->workspace_id, $channel->id);
        }
        foreach (Feed::query()->withoutGlobalScope('workspace')->where('state', '<>', 'closed')->where('due_at', '<=', now()->format(Feed::TIME))->limit(100)->get() as $feed) {
            AdvanceFeedJob::dispatch($feed->workspace_id, $feed->id);
        }

        return self::SUCCESS;
    }
}
