<?php

declare(strict_types=1);

namespace App\Publishing\Models;

use App\Accounts\Models\User;
use App\Catalogue\Models\Listing;
use App\Pricing\Models\Decision;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One line of the ledger. Amounts in minor units.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $channel_id
 * @property int $listing_id
 * @property int|null $decision_id
 * @property int|null $run_id
 * @property int|null $user_id who set or approved it
 * @property string|null $feed_id
 * @property int $from_minor
 * @property int $to_minor
 * @property int $floor_minor
 * @property int $ceiling_minor
 * @property ChangeState $state
 * @property WaitsFor|null $waits_for where it is waiting
 * @property int $attempts
 * @property CarbonImmutable $due_at
 * @property Message|null $problem
 * @property CarbonImmutable $queued_at
 * @property CarbonImmutable|null $sent_at
 * @property CarbonImmutable|null $settled_at
 * @property CarbonImmutable|null $acknowledged_at when someone has seen that a price set by hand did not go out
 * @property User|null $user
 * @property Listing $listing
 * @property Decision|null $decision
 */
final class PriceChange extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected function casts(): array
    {
        return [
            'problem' => Message::class,
            'state' => ChangeState::class,
            'waits_for' => WaitsFor::class,
            'acknowledged_at' => 'immutable_datetime',
            'due_at' => 'immutable_datetime',
            'queued_at' => 'immutable_datetime',
            'sent_at' => 'immutable_datetime',
            'settled_at' => 'immutable_datetime',
        ];
    }

    /** @return Builder<self> prices set or approved by people that did not go out, which nobody has seen yet */
    public static function toAcknowledge(): Builder
    {
        return self::query()
            ->whereNotNull('user_id')
            ->whereNull('acknowledged_at')
            ->whereIn('state', [ChangeState::Refused, ChangeState::Failed, ChangeState::Withdrawn]);
    }

    /** @return BelongsTo<Listing, $this> */
    public function listing(): BelongsTo
    {
        return $this->belongsTo(Listing::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Decision, $this> */
    public function decision(): BelongsTo
    {
        return $this->belongsTo(Decision::class);
    }
}
