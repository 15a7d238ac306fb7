<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * The rate of a pair that costs are converted at. It holds until one has come that is further from it than the
 * workspace's step.
 *
 * @property int $id
 * @property int $workspace_id
 * @property string $base
 * @property string $quote
 * @property int $exchange_rate_id
 * @property Carbon $used_since
 * @property int|null $asked_rate_id a later one that would move floors far: a person is asked
 * @property bool $is_old older than the workspace wants them
 * @property ExchangeRate $rate
 * @property ExchangeRate|null $asked
 */
final class RateInUse extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected $table = 'rates_in_use';

    protected function casts(): array
    {
        return ['used_since' => 'datetime'];
    }

    /** @return BelongsTo<ExchangeRate, $this> */
    public function rate(): BelongsTo
    {
        return $this->belongsTo(ExchangeRate::class, 'exchange_rate_id');
    }

    /** @return BelongsTo<ExchangeRate, $this> */
    public function asked(): BelongsTo
    {
        return $this->belongsTo(ExchangeRate::class, 'asked_rate_id');
    }
}
