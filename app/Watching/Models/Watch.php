<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Catalogue\Models\Listing;
use App\Support\Tenancy\BelongsToWorkspace;
use App\Watching\Schedules\Schedule;
use App\Watching\Schedules\ScheduleDocument;
use App\Watching\Trust\DocumentCast;
use App\Watching\Trust\FoundOffer;
use App\Watching\Trust\LatestReading;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A rival's page that is read on a schedule for one listing.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $site_id
 * @property int|null $listing_id null: nobody has said yet for which
 * @property int|null $proposed_listing_id for which it may be
 * @property string $url
 * @property string|null $variant which of those on the page is meant
 * @property string|null $note
 * @property array<string, mixed> $schedule
 * @property string|null $active_until the last day, where the workspace is
 * @property bool $is_paused
 * @property WatchState $state
 * @property CarbonImmutable|null $due_at null: it is not read by itself
 * @property CarbonImmutable|null $asked_at since when its page is being asked for; null: it is not
 * @property string|null $etag of the page that was read last
 * @property string|null $last_modified likewise
 * @property int $failures readings in a row without a price
 * @property LatestReading|null $latest
 * @property FoundOffer|null $good what counts as an offer
 * @property FoundOffer|null $doubtful what was read last and is not believed yet
 * @property bool $is_source whether it is where we buy: its offer is none to compare with
 * @property int|null $match_id from which it was made
 * @property Site $site
 * @property Listing|null $listing
 * @property Listing|null $proposedListing
 */
final class Watch extends Model
{
    use BelongsToWorkspace;

    public const UPDATED_AT = null;

    public const TIME = 'Y-m-d H:i:s.uP';

    /** The latest zone is this far behind UTC: a day may still be going on there. */
    private const LATEST_ZONE_HOURS = 12;

    protected $dateFormat = self::TIME;

    protected $attributes = ['state' => 'new', 'is_paused' => false, 'failures' => 0];

    protected $fillable = ['site_id', 'listing_id', 'url', 'variant', 'note', 'schedule', 'active_until', 'is_paused'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'schedule' => 'array',
            'is_paused' => 'bool',
            'is_source' => 'bool',
            'state' => WatchState::class,
            'due_at' => 'immutable_datetime',
            'asked_at' => 'immutable_datetime',
            'latest' => DocumentCast::class.':'.LatestReading::class,
            'good' => DocumentCast::class.':'.FoundOffer::class,
            'doubtful' => DocumentCast::class.':'.FoundOffer::class,
        ];
    }

    /** @return BelongsTo<Site, $this> */
    public function site(): BelongsTo
    {
        return $this->belongsTo(Site::class);
    }

    /** @return BelongsTo<Listing, $this> */
    public function listing(): BelongsTo
    {
        return $this->belongsTo(Listing::class);
    }

    /** @return BelongsTo<Listing, $this> */
    public function proposedListing(): BelongsTo
    {
        return $this->belongsTo(Listing::class, 'proposed_listing_id');
    }

    public function schedule(): Schedule
    {
        return ScheduleDocument::read($this->schedule);
    }

    /** @return CarbonImmutable|null when it is read next by its schedule; null: not any more */
    public function nextAfter(CarbonImmutable $moment, string $timeZone): ?CarbonImmutable
    {
        if ($this->is_paused) {
            return null;
        }
        $next = $this->schedule()->next($moment, $this->id, $timeZone);
        $isOver = $this->active_until !== null && $next->setTimezone($timeZone)->toDateString() > $this->active_until;

        return $isOver ? null : $next;
    }

    /** Whether its last day is over. */
    public function isOver(): bool
    {
        return $this->active_until !== null && $this->active_until < now()->subHours(self::LATEST_ZONE_HOURS)->toDateString();
    }
}
