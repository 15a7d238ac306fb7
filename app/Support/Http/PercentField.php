<?php

declare(strict_types=1);

namespace App\Support\Http;

use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\Node;

/** Percentages as people type them. */
final readonly class PercentField
{
    /** "12,5 %" as the core reads it: "12.5". What is no percentage goes as it is, and is refused there. */
    public static function plain(string $text): string
    {
        return str_replace(',', '.', trim($text, " %\u{00A0}"));
    }

    /**
     * The same, from 0 to the most there may be.
     *
     * @throws ValidationException at the field
     */
    public static function upTo(int $most, string $field, string $text): string
    {
        $percent = self::plain($text);
        DocumentField::check(fn () => Node::of([$field => $percent])->at($field)->percent($most));

        return $percent;
    }
}
