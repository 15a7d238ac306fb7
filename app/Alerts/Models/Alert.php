<?php

declare(strict_types=1);

namespace App\Alerts\Models;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Market\Models\Rival;
use App\Pricing\Models\Rule;
use App\Support\Database\CountsEdits;
use App\Support\Tenancy\BelongsToWorkspace;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;

/**
 * What someone wants to be told of, on which listings, and where to.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int|null $user_id who made it
 * @property string $name
 * @property AlertScope $scope
 * @property int|null $listing_id
 * @property int|null $product_id
 * @property int|null $rule_id
 * @property int|null $rival_id
 * @property int|null $site_id
 * @property int|null $watch_id
 * @property array<string, mixed>|null $filter as listings are filtered by
 * @property array<string, mixed> $condition as AlertReader reads it
 * @property string $currency of the amounts in it
 * @property Cadence $cadence
 * @property string|null $quiet_from such as "22:00", in the workspace's zone; nothing is sent until quiet_to
 * @property string|null $quiet_to
 * @property int $again_hours of one listing nothing is told again for so long
 * @property string|null $active_until the last day
 * @property CarbonImmutable|null $muted_until
 * @property bool $is_paused
 * @property int $revision
 * @property Listing|null $listing
 * @property Product|null $product
 * @property Rule|null $rule
 * @property Rival|null $rival
 * @property Site|null $site
 * @property Watch|null $watch
 * @property Collection<int, AlertDestination> $destinations
 */
final class Alert extends Model
{
    use BelongsToWorkspace, CountsEdits;

    public const UPDATED_AT = null;

    /** What has to be loaded to know whom it is about. */
    public const ABOUT = ['rival', 'site', 'watch.site'];

    protected $attributes = ['revision' => 1, 'is_paused' => false, 'again_hours' => 0, 'cadence' => 'now'];

    protected $fillable = [
        'name',
        'scope',
        'listing_id',
        'product_id',
        'rule_id',
        'rival_id',
        'site_id',
        'watch_id',
        'filter',
        'condition',
        'currency',
        'cadence',
        'quiet_from',
        'quiet_to',
        'again_hours',
        'active_until',
        'muted_until',
        'is_paused',
    ];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'scope' => AlertScope::class,
            'filter' => 'array',
            'condition' => 'array',
            'cadence' => Cadence::class,
            'muted_until' => 'immutable_datetime',
            'is_paused' => 'bool',
        ];
    }

    /** @return BelongsTo<Listing, $this> */
    public function listing(): BelongsTo
    {
        return $this->belongsTo(Listing::class);
    }

    /** @return BelongsTo<Product, $this> */
    public function product(): BelongsTo
    {
        return $this->belongsTo(Product::class);
    }

    /** @return BelongsTo<Rule, $this> */
    public function rule(): BelongsTo
    {
        return $this->belongsTo(Rule::class);
    }

    /** @return BelongsTo<Rival, $this> */
    public function rival(): BelongsTo
    {
        return $this->belongsTo(Rival::class);
    }

    /** @return BelongsTo<Site, $this> */
    public function site(): BelongsTo
    {
        return $this->belongsTo(Site::class);
    }

    /** @return BelongsTo<Watch, $this> */
    public function watch(): BelongsTo
    {
        return $this->belongsTo(Watch::class);
    }

    /** As whom offers name the one it is about; null: it is about all. With self::ABOUT. */
    public function onlySeller(): ?string
    {
        return $this->rival->seller ?? $this->site->host ?? $this->watch?->site->host;
    }

    /** @return BelongsToMany<AlertDestination, $this> */
    public function destinations(): BelongsToMany
    {
        return $this->belongsToMany(AlertDestination::class, 'alert_recipients', 'alert_id', 'destination_id');
    }

    /** Whether it tells nothing at the moment, though it goes on looking. */
    public function isSilent(CarbonImmutable $now, string $timeZone): bool
    {
        return $this->muted_until !== null && $this->muted_until > $now
            || $this->active_until !== null && $now->setTimezone($timeZone)->toDateString() > $this->active_until;
    }
}
