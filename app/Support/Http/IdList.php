<?php

declare(strict_types=1);

namespace App\Support\Http;

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
            $fail('Expected a list of ids.');
        } elseif (count($value) > $this->most) {
            $fail('At most '.number_format($this->most).' at once; choose them by a filter where there are more.');
        } elseif (array_filter($value, self::isId(...)) !== $value) {
            $fail('Expected ids, which are whole numbers.');
        }
    }

    private static function isId(mixed $id): bool
    {
        return is_int($id) || (is_string($id) && ctype_digit($id) && strlen($id) <= self::LARGEST_DIGITS);
    }
}
