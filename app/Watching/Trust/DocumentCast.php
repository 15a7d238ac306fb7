<?php

declare(strict_types=1);

namespace App\Watching\Trust;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * A value in a column of a model, of the class that the model names.
 *
 * @implements CastsAttributes<KeptAsDocument, KeptAsDocument>
 */
final readonly class DocumentCast implements CastsAttributes
{
    /** @param  class-string<KeptAsDocument>  $class */
    public function __construct(private string $class)
    {
    }

    /** @param  array<string, mixed>  $attributes */
    public function get(Model $model, string $key, mixed $value, array $attributes): ?KeptAsDocument
    {
        return is_string($value) ? $this->class::of(json_decode($value, true, 8, JSON_THROW_ON_ERROR)) : null;
    }

    /** @param  array<string, mixed>  $attributes */
    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value instanceof KeptAsDocument
            ? json_encode($value->document(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE)
            : null;
    }
}
