<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * What a country takes of a sale, from a day on and until the day of the next one.
 *
 * @property int $id
 * @property string $country ISO 3166-1, two letters
 * @property string|null $category null: of everything that has no rate of its own
 * @property string $percent 0 to 100
 * @property string $valid_from such as 2027-01-01, in the workspace's time zone
 * @property CarbonImmutable|null $taken_at since when listings are priced with it; null: its day has not come
 */
final class TaxRate extends Model
{
    use BelongsToWorkspace;

    public const UPDATED_AT = null;

    protected $fillable = ['country', 'category', 'percent', 'valid_from'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['taken_at' => 'immutable_datetime'];
    }
}
