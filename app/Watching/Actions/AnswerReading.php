<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Catalogue\Models\Listing;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use App\Watching\Models\Verdict;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use Closure;
use Illuminate\Support\Facades\DB;

/** Takes in what a person says of the last reading of a watch; the listing is decided on with it. */
final readonly class AnswerReading
{
    public function __construct(private PublishWebOffers $publish)
    {
    }

    /**
     * That it is the price they see: it counts, and the next ones are measured by it.
     *
     * @param  int  $reading  the one that they looked at
     * @param  Listing|null  $listing  what it is a price of; null: as it was
     *
     * @throws Conflict if another one has been read since, no price came of it, or nobody has said of what
     */
    public function confirm(int $watchId, int $reading, ?Listing $listing = null): Watch
    {
        return $this->answer($watchId, $reading, function (Watch $watch) use ($listing): void {
            $watch->listing_id = $listing->id ?? $watch->listing_id ?? throw new Conflict(Message::of('watch_without_listing'));
            $offer = $watch->latest->offer ?? throw new Conflict(Message::of('reading_without_price'));
            $watch->state = WatchState::Confirmed;
            $watch->good = $offer;
            $watch->doubtful = null;
            $this->mark($watch, Verdict::Good);
        });
    }

    /**
     * That its price is wrong: nothing of this page counts until a person confirms a reading.
     *
     * @throws Conflict if another one has been read since
     */
    public function reject(int $watchId, int $reading): Watch
    {
        return $this->answer($watchId, $reading, function (Watch $watch): void {
            $watch->state = WatchState::Rejected;
            $watch->good = null;
            $watch->doubtful = null;
            // The same page would only be said to be unchanged.
            $watch->etag = null;
            $watch->last_modified = null;
            $this->mark($watch, Verdict::Wrong);
        });
    }

    /** @param  Closure(Watch): void  $answer */
    private function answer(int $watchId, int $reading, Closure $answer): Watch
    {
        return DB::transaction(function () use ($watchId, $reading, $answer): Watch {
            $watch = Watch::query()->lockForUpdate()->findOrFail($watchId);
            if ($watch->latest?->reading !== $reading) {
                throw new Conflict(Message::of('reading_is_newer'));
            }
            $listingBefore = $watch->listing_id;
            $answer($watch);
            $watch->save();
            $this->publish->handle($watch->workspace_id, array_filter([$listingBefore, $watch->listing_id]));
            Announce::change($watch->workspace_id, Topic::Watches, [$watch->id]);

            return $watch;
        });
    }

    private function mark(Watch $watch, Verdict $verdict): void
    {
        $watch->latest = $watch->latest?->judged($verdict);
        DB::update(
            'UPDATE readings SET verdict = ? WHERE id = ? AND read_at = ? AND workspace_id = ?',
            [$verdict->value, $watch->latest?->reading, $watch->latest?->readAt->format(Watch::TIME), $watch->workspace_id],
        );
    }
}
