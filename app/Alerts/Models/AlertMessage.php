<?php

declare(strict_types=1);

namespace App\Alerts\Models;

use App\Catalogue\Models\Listing;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What was told of one listing for one alert.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $alert_id
 * @property int $listing_id
 * @property array<string, mixed> $document as AlertNotice keeps it
 * @property CarbonImmutable $happened_at
 * @property CarbonImmutable $created_at
 * @property Alert $alert
 * @property Listing $listing
 */
final class AlertMessage extends Model
{
    use BelongsToWorkspace;

    public const UPDATED_AT = null;

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['document' => 'array', 'happened_at' => 'immutable_datetime', 'created_at' => 'immutable_datetime'];
    }

    /** @return BelongsTo<Alert, $this> */
    public function alert(): BelongsTo
    {
        return $this->belongsTo(Alert::class);
    }

    /** @return BelongsTo<Listing, $this> */
    public function listing(): BelongsTo
    {
        return $this->belongsTo(Listing::class);
    }

    public function notice(): AlertNotice
    {
        return AlertNotice::of($this->document);
    }
}
