<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Pricing\Events\RunDiscarded;
use App\Pricing\Events\RunHeld;
use App\Pricing\Events\RunReleased;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Run;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Publishing\Models\WaitsFor;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;

/** Changes of a run leave together, wait together, or not at all. */
final readonly class FollowRuns
{
    public function __construct(private PriceChangeLifecycle $lifecycle)
    {
    }

    public function held(RunHeld $event): void
    {
        $this->lifecycle->wait(
            PriceChange::query()->where('run_id', $event->runId)->whereIn('state', ChangeState::NOT_LEFT),
            WaitsFor::Brake,
        );
    }

    /** What was held may be old by now: it is decided again, and goes out as it would be now. */
    public function released(RunReleased $event): void
    {
        $waiting = PriceChange::query()->where('run_id', $event->runId)->where('waits_for', WaitsFor::Brake);
        $held = array_values((clone $waiting)->orderBy('listing_id')->toBase()->pluck('listing_id')->all());
        $this->lifecycle->supersede($waiting, Message::of('run_decided_again'));
        DecideListingsJob::dispatchInChunks(
            $event->workspaceId,
            $held,
            Cause::Released,
            $event->runId,
            Run::query()->findOrFail($event->runId)->total,
        );
        foreach (
            PriceChange::query()
                ->where('run_id', $event->runId)
                ->where('state', ChangeState::Queued)
                ->distinct()
                ->pluck('channel_id') as $channel
        ) {
            PublishChannelJob::afterCommit($event->workspaceId, (int) $channel);
        }
    }

    public function discarded(RunDiscarded $event): void
    {
        $waiting = PriceChange::query()->where('run_id', $event->runId)->whereIn('state', ChangeState::NOT_LEFT);
        if ($event->pause) {
            Listing::query()
                ->whereIn('id', (clone $waiting)->select('listing_id'))
                ->update(['automation_on' => false, 'version' => DB::raw('version + 1')]);
            Announce::change($event->workspaceId, Topic::Listings);
        }
        $this->lifecycle->withdraw($waiting, $event->reason ?? Message::of('run_discarded'));
    }
}
