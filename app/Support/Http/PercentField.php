<?php

declare(strict_types=1);

namespace App\Support\Http;

/** Percentages as people type them. */
final readonly class PercentField
{
    /** "12,5 %" as the core reads it: "12.5". What is no percentage goes as it is, and is refused there. */
    public static function plain(string $text): string
    {
        return str_replace(',', '.', trim($text, " %\u{00A0}"));
    }
}
