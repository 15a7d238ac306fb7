<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use function array_keys;
use function count;
use function end;
use function explode;
use function preg_match;
use function preg_match_all;
use function preg_quote;
use function preg_replace;
use function rtrim;
use function str_contains;
use function str_replace;
use function strlen;
use function strrpos;
use function substr;

/**
 * Amounts as people type them and spreadsheets save them: "12,5", "1.299,00", "1,299.00", "€ 4", "1'299.-".
 * Where only one kind of separator stands once before exactly three digits, it separates thousands: as a decimal
 * separator it would ask for more digits than the currency has (or, in a currency with three, would be read as such).
 */
final readonly class TypedAmount
{
    private function __construct()
    {
    }

    /**
     * Minor units, zero or more.
     *
     * @param  '.'|','|null  $decimal  the decimal separator where it is known, as from the other figures of a file: "."
     *     or ","
     *
     * @throws InvalidAmount
     */
    public static function parse(string $text, Currency $currency, ?string $decimal = null): int
    {
        $symbols = '/^(?:[€$£¥]|'.$currency->code.')|(?:[€$£¥]|'.$currency->code.')$/iu';
        $bare = preg_replace(["/[\s\u{00A0}\u{202F}'’]+/u", $symbols, '/[.,]-+$/'], ['', '', ''], $text) ?? '';
        if (preg_match('/^\d{1,3}(?:[.,]?\d+)*(?:[.,]\d+)?\z|^[.,]\d+\z/', $bare) !== 1) {
            throw new InvalidAmount('an amount such as 24.90 or 24,90', 'amount');
        }
        [$whole, $fraction] =
            $decimal === null ? self::split($bare, $currency->digits) : self::splitAt($bare, $decimal);
        $fraction = rtrim($fraction, '0');
        if (strlen($fraction) > $currency->digits) {
            throw $currency->tooManyDecimals();
        }

        return $currency->parse(($whole === '' ? '0' : $whole).($fraction === '' ? '' : ".{$fraction}"));
    }

    /** @return array{string, string} digits before and after the decimal separator */
    private static function split(string $bare, int $digits): array
    {
        preg_match_all('/[.,]/', $bare, $found);
        $separators = $found[0];
        $last = end($separators);
        if ($last === false) {
            return [$bare, ''];
        }
        $at = (int) strrpos($bare, $last);
        $fraction = substr($bare, $at + 1);
        $repeated = count(array_keys($separators, $last, true)) > 1;
        $onlyThousands =
            $repeated ||
            (count($separators) === 1 &&
                strlen($fraction) === 3 &&
                $digits !== 3 &&
                preg_match('/^[1-9]/', $bare) === 1);
        if ($onlyThousands) {
            self::checkGroups($bare, $last);

            return [str_replace($last, '', $bare), ''];
        }
        $whole = substr($bare, 0, $at);
        if (count($separators) > 1) {
            self::checkGroups($whole, $separators[0]);
        }

        return [str_replace($separators[0], '', $whole), $fraction];
    }

    /**
     * @param  '.'|','  $decimal
     * @return array{string, string}
     */
    private static function splitAt(string $bare, string $decimal): array
    {
        $thousands = $decimal === '.' ? ',' : '.';
        $parts = explode($decimal, $bare);
        if (count($parts) > 2 || str_contains($parts[1] ?? '', $thousands)) {
            throw new InvalidAmount(
                "an amount with “{$decimal}” before its decimals, as elsewhere here",
                'decimal_sign',
                ['sign' => $decimal],
            );
        }
        if (str_contains($parts[0], $thousands)) {
            self::checkGroups($parts[0], $thousands);
        }

        return [str_replace($thousands, '', $parts[0]), $parts[1] ?? ''];
    }

    private static function checkGroups(string $whole, string $separator): void
    {
        if (preg_match('/^\d{1,3}(?:'.preg_quote($separator, '/').'\d{3})+\z/', $whole) !== 1) {
            throw new InvalidAmount('an amount whose thousands stand in groups of three', 'thousands');
        }
    }
}
