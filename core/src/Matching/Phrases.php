<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function array_key_exists;
use function array_keys;
use function array_map;
use function array_unique;
use function array_values;
use function count;
use function implode;
use function preg_quote;
use function sort;
use function str_replace;
use function strlen;
use function usort;

/** Words and phrases that mean something, in folded English and German, with what they mean. */
final class Phrases
{
    /** Shorter words are too easily another one. */
    private const SHORTEST_SLIP = 6;

    private const MOST_KNOWN = 20_000;

    private readonly string $pattern;

    /** @var array<string, list<string>> words that may be misspelt, by their first letter */
    private readonly array $long;

    /** @var array<string, string|null> what words are taken for that were looked at */
    private array $known = [];

    /** @param  array<string, string>  $meanings  by phrase; a blank stands for blanks and hyphens, or none */
    public function __construct(private readonly array $meanings)
    {
        $phrases = array_map(strval(...), array_keys($meanings));
        $long = [];
        foreach ($phrases as $phrase) {
            if (strlen($phrase) >= self::SHORTEST_SLIP && ! str_contains($phrase, ' ')) {
                $long[$phrase[0]][] = $phrase;
            }
        }
        $this->long = $long;
        usort($phrases, fn (string $a, string $b): int => strlen($b) <=> strlen($a));
        $alternatives = array_map(fn (string $phrase): string => str_replace(' ', '[ -]?', preg_quote($phrase, '/')), $phrases);
        $this->pattern = '/(?<![\p{L}\p{N}])(?:'.implode('|', $alternatives).')(?![\p{L}\p{N}])/u';
    }

    /** @return list<string> meanings, each once, sorted */
    public function takenFrom(TitleText $title): array
    {
        $found = [];
        foreach ($title->take($this->pattern) as [$phrase]) {
            $found[] = $this->meanings[$phrase] ?? $this->byShape($phrase);
        }
        foreach ($title->words() as $word) {
            $meant = strlen($word) < self::SHORTEST_SLIP ? null : $this->misspelt($word);
            if ($meant !== null) {
                $title->take('/(?<![\p{L}\p{N}])'.preg_quote($word, '/').'(?![\p{L}\p{N}])/u');
                $found[] = $this->meanings[$meant];
            }
        }
        $found = array_values(array_unique($found));
        sort($found);

        return $found;
    }

    private function misspelt(string $word): ?string
    {
        if (! array_key_exists($word, $this->known)) {
            $this->known = count($this->known) < self::MOST_KNOWN ? $this->known : [];
            $this->known[$word] = $this->nearest($word);
        }

        return $this->known[$word];
    }

    private function nearest(string $word): ?string
    {
        foreach ($this->long[$word[0]] ?? [] as $known) {
            if (Slip::isOne($word, $known)) {
                return $known;
            }
        }

        return null;
    }

    /** Of a phrase that is written with hyphens, or in one word. */
    private function byShape(string $phrase): string
    {
        $squeezed = str_replace([' ', '-'], '', $phrase);
        foreach ($this->meanings as $known => $meaning) {
            if (str_replace(' ', '', (string) $known) === $squeezed) {
                return $meaning;
            }
        }

        return $squeezed;
    }
}
