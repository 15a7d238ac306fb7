<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe;

use InvalidArgumentException;

use function mb_strlen;
use function preg_match;
use function preg_replace;
use function str_replace;

/** A regular expression of PCRE with the flag u; one that runs away finds nothing. */
final readonly class Pattern
{
    private const LONGEST = 1_000;

    private const MOST_STEPS = 100_000;

    private string $pattern;

    /** @throws InvalidArgumentException if it is none, or too long */
    public function __construct(string $written)
    {
        if (mb_strlen($written) > self::LONGEST) {
            throw new InvalidArgumentException('at most 1000 characters');
        }
        $this->pattern = '~(*LIMIT_MATCH='.self::MOST_STEPS.')'.str_replace('~', '\~', $written).'~u';
        // What is wrong with a pattern is told by a warning only.
        set_error_handler(static fn (): bool => true);
        try {
            $isGood = preg_match($this->pattern, '') !== false;
        } finally {
            restore_error_handler();
        }
        if (! $isGood) {
            throw new InvalidArgumentException('a regular expression');
        }
    }

    /** The first group, or all of it. */
    public function find(string $text): ?string
    {
        return preg_match($this->pattern, $text, $found) === 1 ? $found[1] ?? $found[0] : null;
    }

    /** From the match on. */
    public function from(string $text): ?string
    {
        return preg_match($this->pattern, $text, $found, PREG_OFFSET_CAPTURE) === 1 ? substr($text, $found[0][1]) : null;
    }

    public function replace(string $text, string $by): ?string
    {
        return preg_replace($this->pattern, $by, $text);
    }
}
