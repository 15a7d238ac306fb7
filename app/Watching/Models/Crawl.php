<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Support\Database\CountsEdits;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A shop that is read through to find what it sells: within which bounds, how far that is, and what becomes of matches.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $site_id
 * @property string $start_url
 * @property int $most_pages that are asked for in a round
 * @property int $most_depth links away from the start page
 * @property int $most_hours that a round may take
 * @property int|null $every_days until the next round; null: it is not read again by itself
 * @property bool $links_same whether matches that are surely the same are accepted without a person
 * @property int $link_from in hundredths, of such a match
 * @property int $show_from in hundredths: a match below is not shown
 * @property CrawlState $state
 * @property bool $follows_links whether pages are found by links, as there is no sitemap
 * @property int $round from 1
 * @property int $asked pages in this round
 * @property int $left_out addresses that were found beyond what may be asked for
 * @property CarbonImmutable $begun_at
 * @property CarbonImmutable|null $ended_at
 * @property Message|null $ended_because null: everything was read
 * @property CarbonImmutable|null $next_at when the next round begins
 * @property int $revision
 * @property Site $site
 */
final class Crawl extends Model
{
    use BelongsToWorkspace, CountsEdits;

    public const UPDATED_AT = null;

    protected $dateFormat = Watch::TIME;

    protected $attributes = [
        'most_pages' => 2_000,
        'most_depth' => 4,
        'most_hours' => 24,
        'links_same' => false,
        'link_from' => 95,
        'show_from' => 40,
        'state' => 'running',
        'follows_links' => false,
        'round' => 0,
        'asked' => 0,
        'left_out' => 0,
        'revision' => 1,
    ];

    protected $fillable = ['site_id', 'start_url', 'most_pages', 'most_depth', 'most_hours', 'every_days', 'links_same', 'link_from', 'show_from'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'links_same' => 'bool',
            'follows_links' => 'bool',
            'state' => CrawlState::class,
            'begun_at' => 'immutable_datetime',
            'ended_at' => 'immutable_datetime',
            'next_at' => 'immutable_datetime',
            'ended_because' => Message::class,
        ];
    }

    /** @return BelongsTo<Site, $this> */
    public function site(): BelongsTo
    {
        return $this->belongsTo(Site::class);
    }

    public function end(CrawlState $state, ?Message $because): void
    {
        $this->state = $state;
        $this->ended_at = CarbonImmutable::now();
        $this->ended_because = $because;
        $this->next_at = $this->every_days === null ? null : $this->begun_at->addDays($this->every_days);
        $this->save();
    }
}
