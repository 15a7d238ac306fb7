<?php

declare(strict_types=1);

namespace App\Watching\Trust;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * What came of a page, in a column of a model.
 *
 * @implements CastsAttributes<LatestReading, LatestReading>
 */
final readonly class LatestReadingCast implements CastsAttributes
{
    /** @param  array<string, mixed>  $attributes */
    public function get(Model $model, string $key, mixed $value, array $attributes): ?LatestReading
    {
        return is_string($value) ? LatestReading::of(json_decode($value, true, 8, JSON_THROW_ON_ERROR)) : null;
    }

    /** @param  array<string, mixed>  $attributes */
    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value instanceof LatestReading ? json_encode($value->document(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE) : null;
    }
}
