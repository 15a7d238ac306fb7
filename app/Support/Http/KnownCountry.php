<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\Message;
use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use Symfony\Component\Intl\Countries;

/** The code of a country of ISO 3166-1, with two letters. */
final readonly class KnownCountry implements ValidationRule
{
    /** @param  Closure(string): mixed  $fail */
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        if (! is_string($value) || ! Countries::exists($value)) {
            $fail(Message::of('expected_country')->stored());
        }
    }
}
