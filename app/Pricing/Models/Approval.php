<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Catalogue\Models\Listing;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Wrasse\Core\Trail\Reason;

/**
 * A decided price that waits for a person, or did. Amounts in minor units.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $listing_id
 * @property int $decision_id
 * @property ApprovalState $state
 * @property Reason $reason why it asks
 * @property int $from_minor
 * @property int $price_minor
 * @property int $stake_minor what the move comes to on what was sold in 30 days
 * @property int|null $approved_minor
 * @property int|null $user_id
 * @property string|null $note
 * @property CarbonImmutable|null $rests_until so long it is not asked about again
 * @property CarbonImmutable $asked_at
 * @property CarbonImmutable|null $settled_at
 * @property Decision $decision
 * @property Listing $listing
 */
final class Approval extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected function casts(): array
    {
        return [
            'state' => ApprovalState::class,
            'reason' => Reason::class,
            'rests_until' => 'immutable_datetime',
            'asked_at' => 'immutable_datetime',
            'settled_at' => 'immutable_datetime',
        ];
    }

    /** @return BelongsTo<Decision, $this> */
    public function decision(): BelongsTo
    {
        return $this->belongsTo(Decision::class);
    }

    /** @return BelongsTo<Listing, $this> */
    public function listing(): BelongsTo
    {
        return $this->belongsTo(Listing::class);
    }
}
