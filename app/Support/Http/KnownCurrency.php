<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\Message;
use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

/** The code of a currency of ISO 4217. */
final readonly class KnownCurrency implements ValidationRule
{
    /** @param  Closure(string): mixed  $fail */
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            Currency::of(is_string($value) ? $value : '');
        } catch (InvalidAmount) {
            $fail(Message::of('expected_currency')->stored());
        }
    }
}
