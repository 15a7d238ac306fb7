<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Catalogue\Models\Listing;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use App\Watching\Events\ReadingCounted;
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
     * @throws Conflict if the page has said something else since, no price came of it, or nobody has said of what
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
        }, fn (Watch $watch) => event(new ReadingCounted($watch->workspace_id, $watch->id)));
    }

    /**
     * That its price is wrong: nothing of this page counts until a person confirms a reading.
     *
     * @throws Conflict if the page has said something else since
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

    /**
     * @param  Closure(Watch): void  $answer
     * @param  (Closure(Watch): mixed)|null  $then  once it is saved
     */
    private function answer(int $watchId, int $reading, Closure $answer, ?Closure $then = null): Watch
    {
        return DB::transaction(function () use ($watchId, $reading, $answer, $then): Watch {
            $watch = Watch::query()->lockForUpdate()->findOrFail($watchId);
            if (! self::isAbout($watch, $reading)) {
                throw new Conflict(Message::of('reading_is_newer'));
            }
            $listingBefore = $watch->listing_id;
            $answer($watch);
            $watch->save();
            $this->publish->handle($watch->workspace_id, array_filter([$listingBefore, $watch->listing_id]));
            $then === null ?: $then($watch);
            Announce::change($watch->workspace_id, Topic::Watches, [$watch->id]);

            return $watch;
        });
    }

    /** Whether what was looked at is what there is: a page that was read once more meanwhile may well say the same. */
    private static function isAbout(Watch $watch, int $reading): bool
    {
        $latest = $watch->latest;
        if ($latest === null || $latest->reading <= $reading) {
            return $latest?->reading === $reading;
        }
        $seen = DB::table('readings')
            ->where('watch_id', $watch->id)
            ->where('workspace_id', $watch->workspace_id)
            ->where('id', '<=', $reading)
            ->whereNotNull('document')
            ->orderByDesc('id')
            ->value('document');
        /** @var array{price: string|null, currency: string|null, variant: string|null, name: string|null}|null $document */
        $document = $seen === null ? null : json_decode($seen, true, 16, JSON_THROW_ON_ERROR);

        return $document !== null && $latest->offer !== null && $latest->offer->isOf($document);
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
