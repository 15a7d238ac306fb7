<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Channels\Outgoing\HostName;
use App\Channels\Outgoing\OutgoingProxy;
use App\Channels\Outgoing\WebAddress;
use App\Support\Database\CountsEdits;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use App\Watching\Fetching\PageOutcome;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * Another shop on the web, with what a person says of it.
 *
 * @property int $id
 * @property int $workspace_id
 * @property string $host what rules call the seller
 * @property string $name
 * @property int $delay_seconds between two requests, at least
 * @property int $daily_requests at most
 * @property string|null $requests_on day in UTC for which they are counted
 * @property int $requests on that day
 * @property int $refusals pages in a row that it would not show us
 * @property Message|null $paused_because null: it is not paused, or by hand
 * @property CarbonImmutable|null $paused_at
 * @property int $doubt_percent a price that moves by more is doubtful
 * @property bool $is_own our own shop: never compared with
 * @property string|null $currency ISO 4217, of prices whose page does not say; and of the shipping terms
 * @property bool|null $tax_included in prices whose page does not say; null: as in ours
 * @property int|null $shipping_minor where its pages do not say; null: not known
 * @property int|null $free_shipping_from_minor
 * @property string|null $proxy_address through which it is asked; null: directly
 * @property string|null $proxy_user
 * @property string|null $proxy_password encrypted where it is kept
 * @property int|null $recipe_id null: its pages are read without one
 * @property SiteRecipe|null $recipe
 * @property int $revision
 * @property WebHost|null $webHost
 */
final class Site extends Model
{
    use BelongsToWorkspace, CountsEdits;

    public const UPDATED_AT = null;

    /** After so many pages in a row that are refused, it is not asked any more. */
    public const MOST_REFUSALS = 3;

    protected $attributes = [
        'revision' => 1,
        'delay_seconds' => 5,
        'daily_requests' => 2_000,
        'requests' => 0,
        'refusals' => 0,
        'doubt_percent' => 30,
        'is_own' => false,
    ];

    protected $fillable = [
        'host',
        'name',
        'delay_seconds',
        'daily_requests',
        'doubt_percent',
        'is_own',
        'currency',
        'tax_included',
        'shipping_minor',
        'free_shipping_from_minor',
        'proxy_address',
        'proxy_user',
        'proxy_password',
    ];

    protected $hidden = ['proxy_password'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'paused_because' => Message::class,
            'paused_at' => 'immutable_datetime',
            'is_own' => 'bool',
            'tax_included' => 'bool',
            'proxy_password' => 'encrypted',
        ];
    }

    /** @return BelongsTo<WebHost, $this> what holds whoever asks it */
    public function webHost(): BelongsTo
    {
        return $this->belongsTo(WebHost::class, 'host');
    }

    /** @return BelongsTo<SiteRecipe, $this> */
    public function recipe(): BelongsTo
    {
        return $this->belongsTo(SiteRecipe::class, 'recipe_id');
    }

    /** @return HasMany<Watch, $this> */
    public function watches(): HasMany
    {
        return $this->hasMany(Watch::class);
    }

    /** Counts pages in a row that it would not show us; after a few it is not asked any more. */
    public function countRefusals(PageOutcome $outcome): void
    {
        if (! $outcome->isRefusal && $outcome->reading === null && ! $outcome->isUnchanged) {
            return;
        }
        $refusals = $outcome->isRefusal ? $this->refusals + 1 : 0;
        if ($refusals === $this->refusals) {
            return;
        }
        $this->refusals = $refusals;
        if ($refusals >= self::MOST_REFUSALS && $this->paused_at === null) {
            $this->paused_at = CarbonImmutable::now();
            $this->paused_because = $outcome->problem;
        }
        $this->save();
    }

    public function proxy(): ?OutgoingProxy
    {
        return $this->proxy_address === null
            ? null
            : new OutgoingProxy(WebAddress::parse($this->proxy_address), (string) $this->proxy_user, (string) $this->proxy_password);
    }

    /** What a person should know of its name before they believe its prices. */
    public function warning(): ?Message
    {
        $letters = HostName::inLetters($this->host);

        return match (true) {
            $letters === null => null,
            HostName::isLookAlike($letters) => Message::of('site_look_alike', letters: $letters, host: $this->host),
            default => Message::of('site_in_letters', letters: $letters, host: $this->host),
        };
    }

    /** Why it is not asked at the moment. */
    public function problem(): ?Message
    {
        return match (true) {
            $this->paused_at !== null => Message::of(
                'site_paused',
                reason: $this->paused_because ?? Message::of('site_paused_by_hand'),
            ),
            $this->webHost?->robots_state === RobotsState::Unreachable => Message::of(
                'site_robots_unreachable',
                host: $this->host,
                reason: $this->webHost->robots_problem ?? Message::of('page_no_price'),
            ),
            $this->requests >= $this->daily_requests && $this->requests_on === now()->utc()->toDateString() => Message::of('site_budget_used', count: $this->daily_requests),
            default => null,
        };
    }
}
