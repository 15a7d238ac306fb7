<?php

declare(strict_types=1);

namespace App\Support\Messages;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use InvalidArgumentException;

/**
 * A message in a column of a model.
 *
 * @implements CastsAttributes<Message, mixed>
 */
final readonly class MessageCast implements CastsAttributes
{
    /** @param  array<string, mixed>  $attributes */
    public function get(Model $model, string $key, mixed $value, array $attributes): ?Message
    {
        return is_string($value) ? Message::fromStored($value) : null;
    }

    /** @param  array<string, mixed>  $attributes */
    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return match (true) {
            $value === null => null,
            $value instanceof Message => $value->stored(),
            default => throw new InvalidArgumentException("{$key} is a message."),
        };
    }
}
