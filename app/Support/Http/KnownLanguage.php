<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\Message;
use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/** A language of BCP 47, perhaps of a region: "de", "fr-CH". */
final readonly class KnownLanguage implements ValidationRule
{
    /** @param  Closure(string): mixed  $fail */
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        if (! is_string($value) || preg_match('/^[a-z]{2,3}(-[A-Z]{2})?\z/', $value) !== 1) {
            $fail(Message::of('expected_language')->stored());
        }
    }
}
