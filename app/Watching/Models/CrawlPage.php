<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * An address that was found in a shop which is read through.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $site_id
 * @property string $url
 * @property int $depth links away from the start page; -1: a sitemap
 * @property CrawlPageKind $kind
 * @property string $state waiting, asked, read or failed
 * @property CarbonImmutable|null $asked_at since when it is being asked for
 * @property CarbonImmutable|null $read_at
 * @property int $failures in a row
 * @property Message|null $problem
 * @property string|null $etag
 * @property string|null $last_modified
 * @property string|null $changed_on when, as the sitemap says it
 * @property Site $site
 */
final class CrawlPage extends Model
{
    use BelongsToWorkspace;

    /** Tried so often in a round. */
    public const MOST_FAILURES = 3;

    public const SITEMAP_DEPTH = -1;

    public $timestamps = false;

    protected $dateFormat = Watch::TIME;

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'kind' => CrawlPageKind::class,
            'asked_at' => 'immutable_datetime',
            'read_at' => 'immutable_datetime',
            'problem' => Message::class,
        ];
    }

    /** @return BelongsTo<Site, $this> */
    public function site(): BelongsTo
    {
        return $this->belongsTo(Site::class);
    }
}
