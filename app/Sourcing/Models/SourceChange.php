<?php

declare(strict_types=1);

namespace App\Sourcing\Models;

use App\Catalogue\Models\Listing;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use App\Watching\Models\Watch;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What followed from where a listing is bought: a cost, which is made by a bulk change of its own, or a stock, which is
 * on its way to the channel or there.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $listing_id
 * @property int $channel_id
 * @property int|null $source_id
 * @property string $kind cost or stock
 * @property string $reason price, sold_out, back or undo
 * @property int|null $cost_from_minor
 * @property int|null $cost_to_minor
 * @property string|null $cost_from_currency
 * @property string|null $cost_to_currency
 * @property int|null $stock_from
 * @property int|null $stock_to
 * @property int|null $reading from which it follows
 * @property string|null $batch_id
 * @property string $state of a cost: asked, made, refused, undone; of a stock: queued, sent, confirmed, failed, replaced, undone
 * @property string|null $key
 * @property int $attempts
 * @property CarbonImmutable|null $due_at
 * @property Message|null $problem
 * @property CarbonImmutable $made_at
 * @property CarbonImmutable|null $ended_at
 * @property string|null $made_by null: nobody, it followed
 * @property Listing $listing
 */
final class SourceChange extends Model
{
    use BelongsToWorkspace;

    /** Of a stock that is on its way. */
    public const OPEN = ['queued', 'sent'];

    public $timestamps = false;

    protected $dateFormat = Watch::TIME;

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'due_at' => 'immutable_datetime',
            'made_at' => 'immutable_datetime',
            'ended_at' => 'immutable_datetime',
            'problem' => Message::class,
        ];
    }

    /** @return BelongsTo<Listing, $this> */
    public function listing(): BelongsTo
    {
        return $this->belongsTo(Listing::class);
    }
}
