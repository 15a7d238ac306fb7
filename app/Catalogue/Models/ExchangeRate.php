<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/**
 * A rate as it was published: so many units of quote for one of base.
 *
 * @property int $id
 * @property string $base ISO 4217
 * @property string $quote ISO 4217
 * @property string $rate decimal
 * @property string $day such as 2026-11-27
 * @property string $source who published it
 */
final class ExchangeRate extends Model
{
    use BelongsToWorkspace;

    public const UPDATED_AT = null;

    /**
     * Those of a pair, the last day first; of several for a day the one that came last.
     *
     * @return Builder<self>
     */
    public static function latestFirst(string $base, string $quote): Builder
    {
        return self::query()
            ->where('base', $base)
            ->where('quote', $quote)
            ->orderByDesc('day')
            ->orderByDesc('created_at')
            ->orderByDesc('id');
    }
}
