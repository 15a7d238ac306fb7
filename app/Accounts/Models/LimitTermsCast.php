<?php

declare(strict_types=1);

namespace App\Accounts\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * Floor and ceiling terms as they are kept: always both lists, whatever is or was left out.
 *
 * @implements CastsAttributes<array{floor: list<array<string, mixed>>, ceiling: list<array<string, mixed>>}, mixed>
 */
final readonly class LimitTermsCast implements CastsAttributes
{
    /** @return array{floor: list<array<string, mixed>>, ceiling: list<array<string, mixed>>} */
    public static function complete(mixed $limits): array
    {
        $terms = fn (mixed $side): array => is_array($side)
            ? array_values(array_filter($side, fn (mixed $term) => is_array($term) && isset($term['kind'])))
            : [];
        $limits = is_array($limits) ? $limits : [];

        return ['floor' => $terms($limits['floor'] ?? null), 'ceiling' => $terms($limits['ceiling'] ?? null)];
    }

    public function get(Model $model, string $key, mixed $value, array $attributes): array
    {
        return self::complete(is_string($value) ? json_decode($value, true) : null);
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        return json_encode(self::complete($value), JSON_THROW_ON_ERROR);
    }
}
