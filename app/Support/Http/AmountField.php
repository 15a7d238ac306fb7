<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\Message;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\TypedAmount;

/** Reads an amount as people type it; what cannot be read is an error at its field. */
final readonly class AmountField
{
    /**
     * @return int in minor units
     *
     * @throws ValidationException
     */
    public static function read(string $field, string $text, Currency $currency): int
    {
        try {
            return TypedAmount::parse($text, $currency);
        } catch (InvalidAmount $e) {
            throw ValidationException::withMessages([$field => Message::of('expected', what: Message::because($e))]);
        }
    }
}
