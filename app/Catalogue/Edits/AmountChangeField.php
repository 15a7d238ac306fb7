<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Support\Http\AmountField;
use App\Support\Http\PercentField;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Money\AmountChange;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;

/** "Set to", "add" and "add percent" as people type them: {how, value}. */
final readonly class AmountChangeField
{
    private const WAYS = ['set', 'add', 'add_percent'];

    /**
     * @param  array<string, mixed>  $wanted
     *
     * @throws ValidationException
     */
    public static function read(array $wanted, Currency $currency): AmountChange
    {
        /** @var array{how: string, value: string} $given */
        $given = Validator::make(
            $wanted,
            ['how' => ['required', Rule::in(self::WAYS)], 'value' => ['required', 'string', 'max:40']],
            ['value.required' => Message::of('value_missing')->stored()],
        )->validate();
        [$sign, $text] = self::sign($given['value']);
        if ($given['how'] === 'add_percent') {
            return AmountChange::addPercent(self::percent($sign, $text));
        }
        if ($sign === '-' && $given['how'] === 'set') {
            throw ValidationException::withMessages(['value' => Message::of('set_amount_below_zero')]);
        }
        $amount = AmountField::read('value', $text, $currency);

        return $given['how'] === 'set'
            ? AmountChange::set($amount)
            : AmountChange::add($sign === '-' ? -$amount : $amount);
    }

    /**
     * Such as "12.50", "+ 0.40" or "− 5 %".
     *
     * @param  array<string, mixed>  $wanted  checked
     * @param  Currency|null  $currency  where it is to be named
     */
    public static function says(array $wanted, ?Currency $currency): Message
    {
        [$sign, $text] = self::sign((string) $wanted['value']);
        if ($wanted['how'] === 'add_percent') {
            return Message::of('change_percent', sign: $sign === '-' ? '−' : '+', percent: trim($text, " %\u{00A0}"));
        }
        $amount = $currency === null ? $text : "{$text} {$currency->code}";

        return $wanted['how'] === 'set'
            ? Message::of('change_set', amount: $amount)
            : Message::of('change_add', sign: $sign === '-' ? '−' : '+', amount: $amount);
    }

    /** @return array{string, string} sign and what is left */
    private static function sign(string $text): array
    {
        $text = trim($text, " \u{00A0}");

        return preg_match('/^[-–−]/u', $text) === 1 ? ['-', trim(mb_substr($text, 1))] : ['+', ltrim($text, '+ ')];
    }

    private static function percent(string $sign, string $text): Percent
    {
        $text = PercentField::plain($text);
        try {
            $percent = Percent::parse($sign === '-' ? "-{$text}" : $text);
        } catch (InvalidAmount $e) {
            throw ValidationException::withMessages(['value' => Message::of('expected', what: Message::because($e))]);
        }

        return $percent->units >= Percent::of(-100)->units
            ? $percent
            : throw ValidationException::withMessages(['value' => Message::of('percent_off_too_large')]);
    }
}
