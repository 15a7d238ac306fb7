<?php

declare(strict_types=1);

namespace Wrasse\Core\Identity;

use const STR_PAD_LEFT;

use function preg_match;
use function preg_replace;
use function str_pad;
use function str_split;
use function strlen;
use function strrev;
use function substr;

/**
 * A Global Trade Item Number of 8, 12, 13 or 14 digits. Its last digit is the check digit of the GS1 General
 * Specifications, section 7.9: from the right, the digits before it count three and one in turn; the check digit makes
 * the sum a multiple of ten.
 */
final readonly class Gtin
{
    private function __construct(public string $digits)
    {
    }

    /**
     * Blanks and hyphens between the digits do not matter.
     *
     * @throws InvalidGtin saying what is wrong
     */
    public static function of(string $text): self
    {
        $digits = (string) preg_replace('/[\s\x{00A0}-]+/u', '', $text);
        if (preg_match('/^\d(?:[.,]\d+)?E\+?\d+\z/i', $digits) === 1) {
            throw new InvalidGtin(
                'A spreadsheet has shortened it to a rounded number; format the column as text and bring the file again',
                'rounded',
            );
        }
        if (preg_match('/^\d+\z/', $digits) !== 1) {
            throw new InvalidGtin('A GTIN has digits only', 'not_digits');
        }
        $length = strlen($digits);
        if (preg_match('/^(?:8|12|13|14)\z/', (string) $length) !== 1) {
            throw new InvalidGtin(
                "A GTIN has 8, 12, 13 or 14 digits; this has {$length}".
                    ($length === 11 || $length === 7 ? ': a spreadsheet may have dropped a leading zero' : ''),
                $length === 11 || $length === 7 ? 'leading_zero' : 'length',
                ['length' => $length],
            );
        }
        $check = self::checkDigit(substr($digits, 0, -1));
        if ($digits[$length - 1] !== (string) $check) {
            throw new InvalidGtin(
                "Its check digit should be {$check}, not {$digits[$length - 1]}: a digit is wrong or two are swapped",
                'check_digit',
                ['check' => $check, 'given' => $digits[$length - 1]],
            );
        }

        return new self($digits);
    }

    /** The last digit of a GTIN, from the digits before it. */
    public static function checkDigit(string $before): int
    {
        $sum = 0;
        foreach (str_split(strrev($before)) as $i => $digit) {
            $sum += (int) $digit * ($i % 2 === 0 ? 3 : 1);
        }

        return (10 - ($sum % 10)) % 10;
    }

    /** With leading zeros up to 14 digits, as data bases of GTINs compare them. */
    public function padded(): string
    {
        return str_pad($this->digits, 14, '0', STR_PAD_LEFT);
    }
}
