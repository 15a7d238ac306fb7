<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\Message;
use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/** A list of ids. Looked at as a whole: a rule for each of thousands of elements takes the validator seconds. */
final readonly class IdList implements ValidationRule
{
    private const LARGEST_DIGITS = 18;

    public function __construct(private int $most)
    {
    }

    /** @param  Closure(string): mixed  $fail */
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        if (! is_array($value) || ! array_is_list($value)) {
            $fail(Message::of('expected_ids')->stored());
        } elseif (count($value) > $this->most) {
            $fail(Message::of('too_many_ids', most: $this->most)->stored());
        } elseif (array_filter($value, self::isId(...)) !== $value) {
            $fail(Message::of('expected_whole_ids')->stored());
        }
    }

    private static function isId(mixed $id): bool
    {
        return is_int($id) || (is_string($id) && ctype_digit($id) && strlen($id) <= self::LARGEST_DIGITS);
    }
}
