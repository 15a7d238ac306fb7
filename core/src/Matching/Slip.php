<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function abs;
use function levenshtein;
use function preg_match;
use function strlen;
use function substr;

/** A word that was typed wrongly: a letter too many, too few or another one, or two that have changed places. */
final readonly class Slip
{
    /** Shorter words are too easily another one. */
    private const SHORTEST = 5;

    /** From so many letters on there may be two slips. */
    private const LONG = 9;

    private function __construct()
    {
    }

    /** Whether one is the other with a slip; never where there are digits: they name models. */
    public static function isOne(string $a, string $b): bool
    {
        [$length, $other] = [strlen($a), strlen($b)];
        if ($length < self::SHORTEST || $other < self::SHORTEST || abs($length - $other) > 2 || preg_match('/\d/', $a.$b) === 1) {
            return false;
        }
        $most = $length >= self::LONG && $other >= self::LONG ? 2 : 1;

        return levenshtein($a, $b) <= $most || $length === $other && self::isSwapped($a, $b);
    }

    private static function isSwapped(string $a, string $b): bool
    {
        $i = 0;
        while ($i < strlen($a) && $a[$i] === $b[$i]) {
            $i++;
        }

        return isset($a[$i + 1]) && $a[$i] === $b[$i + 1] && $a[$i + 1] === $b[$i] && substr($a, $i + 2) === substr($b, $i + 2);
    }
}
