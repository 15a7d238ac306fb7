<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use function count;
use function implode;
use function ltrim;
use function preg_match;
use function preg_replace;
use function preg_split;
use function rtrim;
use function str_contains;
use function str_pad;
use function strlen;
use function strrpos;
use function substr;
use function substr_count;

/** The digits and separators of a number, and what they come to in a currency. */
final readonly class NumberText
{
    /** Above so many major units nothing is a price. */
    private const MOST_MAJOR = 1_000_000_000;

    private function __construct(public string $whole, public string $decimals, public bool $isAmbiguous)
    {
    }

    /**
     * Null where the separators make no number.
     *
     * @param  int  $digits  of the currency's minor unit
     * @param  '.'|','|null  $decimal  as the locale writes it
     */
    public static function read(string $text, int $digits, ?string $decimal): ?self
    {
        $text = (string) preg_replace("/[ ']/", "'", $text);
        if (preg_match('/^[.,]\d+\z/', $text) === 1) {
            return new self('0', substr($text, 1), false);
        }
        $hasGroups = str_contains($text, "'");
        $last = self::lastSeparator($text);
        if ($last === null) {
            return self::grouped($text, "'") ? new self(self::plain($text), '', false) : null;
        }
        $other = $last === '.' ? ',' : '.';
        $isOnly = ! $hasGroups && ! str_contains($text, $other);
        $at = (int) strrpos($text, $last);
        [$before, $after] = [substr($text, 0, $at), substr($text, $at + 1)];
        if (str_contains($after, "'")) {
            return null;
        }
        if ($isOnly && substr_count($text, $last) > 1) {
            return self::grouped($text, $last) ? new self(self::plain($text), '', false) : null;
        }
        if (substr_count($text, $last) > 1) {
            return null;
        }
        $isGroup = $isOnly && strlen($after) === 3 && preg_match('/^[1-9]\d{0,2}\z/', $before) === 1;
        if ($isGroup && $digits === 3) {
            return match ($decimal) {
                null => new self($before, $after, true),
                $last => new self($before, $after, false),
                default => new self($before.$after, '', false),
            };
        }
        if ($isGroup) {
            return new self($before.$after, '', false);
        }
        if (! $isOnly && ! self::grouped($before, $hasGroups ? "'" : $other)) {
            return null;
        }

        return new self(self::plain($before), $after, false);
    }

    /** @return int|string minor units, or the code of what is wrong */
    public function minor(int $digits): int|string
    {
        if ($this->isAmbiguous) {
            return 'ambiguous_number';
        }
        $decimals = rtrim($this->decimals, '0');
        if (strlen($decimals) > $digits) {
            return 'too_many_decimals';
        }
        $whole = ltrim($this->whole, '0');
        if (strlen($whole) > 10) {
            return 'absurd';
        }
        $minor = (int) ($whole.str_pad($decimals, $digits, '0'));

        return $minor > self::MOST_MAJOR * 10 ** $digits ? 'absurd' : $minor;
    }

    /** As a decimal with at least the digits of the currency and at most four; null beyond. */
    public function decimal(int $digits): ?string
    {
        $decimals = rtrim($this->decimals, '0');
        if ($this->isAmbiguous || strlen($decimals) > 4) {
            return null;
        }
        $whole = ltrim($this->whole, '0');

        return ($whole === '' ? '0' : $whole).($digits === 0 && $decimals === '' ? '' : '.'.str_pad($decimals, max($digits, 1), '0'));
    }

    private static function lastSeparator(string $text): ?string
    {
        $positions = ['.' => strrpos($text, '.'), ',' => strrpos($text, ',')];
        if ($positions['.'] === false && $positions[','] === false) {
            return null;
        }

        return (int) $positions['.'] > (int) $positions[','] || $positions[','] === false ? '.' : ',';
    }

    /** In threes, or as in India the last three and twos before them. */
    private static function grouped(string $text, string $by): bool
    {
        $groups = preg_split('/[\',.]/', $text) ?: [];
        if (count($groups) === 1) {
            return true;
        }
        if (count(array_unique(str_split((string) preg_replace('/\d/', '', $text)))) > 1 || ! str_contains($text, $by)) {
            return false;
        }
        $sizes = implode(' ', array_map(strlen(...), $groups));

        return preg_match('/^[123](?: 3)+\z/', $sizes) === 1 || ($by === ',' && preg_match('/^[12](?: 2)* 3\z/', $sizes) === 1);
    }

    private static function plain(string $text): string
    {
        return (string) preg_replace('/\D/', '', $text);
    }
}
