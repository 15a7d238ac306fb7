<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function array_key_exists;
use function array_splice;
use function array_values;
use function count;
use function preg_replace;
use function strlen;

/** How much two titles have in common: words that both have, each by how much it says. */
final readonly class TitleWords
{
    /** Counted things in German, in English. */
    private const COUNTED = [
        'flasch' => 'bottl', 'kapsel' => 'capsul', 'beutel' => 'bag', 'blatt' => 'sheet', 'dos' => 'can', 'paar' => 'pair', 'deckel' => 'lid', 'stift' => 'pen', 'kerz' => 'candl', 'becher' => 'cup',
    ];

    /**
     * @param  float  $shared  weight of what both say
     * @param  float  $ours  weight of what only ours says
     * @param  list<string>  $common  words that both have and that say something
     * @param  list<string>  $onlyOurs  words that say something
     * @param  list<string>  $onlyTheirs
     */
    private function __construct(
        public float $shared,
        public float $ours,
        public float $theirs,
        public array $common,
        public array $onlyOurs,
        public array $onlyTheirs,
    ) {
    }

    /**
     * @param  list<string>  $ours
     * @param  list<string>  $theirs
     */
    public static function compare(array $ours, array $theirs, TokenWeights $weights): self
    {
        $common = [];
        self::takeEqual($ours, $theirs, $common);
        self::takeCompounds($ours, $theirs, $common);
        self::takeCompounds($theirs, $ours, $common);
        self::takeSlips($ours, $theirs, $weights, $common);
        [$common, $shared] = self::telling($common, $weights);
        [$ours, $onlyOurs] = self::telling($ours, $weights);
        [$theirs, $onlyTheirs] = self::telling($theirs, $weights);

        return new self($shared, $onlyOurs, $onlyTheirs, $common, $ours, $theirs);
    }

    /**
     * @param  array<int, string>  $words
     * @return array{list<string>, float} those that say something, and how much
     */
    private static function telling(array $words, TokenWeights $weights): array
    {
        $telling = [];
        $sum = 0.0;
        foreach ($words as $word) {
            $weight = $weights->of($word);
            $sum += $weight;
            if ($weight > 0) {
                $telling[] = $word;
            }
        }

        return [$telling, $sum];
    }

    /** 0 to 1: the share of what both say in all that is said. */
    public function share(): float
    {
        $all = 2 * $this->shared + $this->ours + $this->theirs;

        return $all > 0 ? 2 * $this->shared / $all : 0.0;
    }

    /**
     * @param  array<int, string>  $ours
     * @param  array<int, string>  $theirs
     * @param  array<int, string>  $common
     */
    private static function takeEqual(array &$ours, array &$theirs, array &$common): void
    {
        $places = [];
        foreach ($theirs as $i => $word) {
            $places[self::stem($word)][] = $i;
        }
        foreach ($ours as $i => $word) {
            $stem = self::stem($word);
            if (($places[$stem] ?? []) !== []) {
                unset($ours[$i], $theirs[array_shift($places[$stem])]);
                $common[] = $word;
            }
        }
        // Said again on one side only, it is still the same.
        $known = array_map(self::stem(...), $common);
        $isNews = fn (string $word): bool => ! in_array(self::stem($word), $known, true);
        [$ours, $theirs] = [array_values(array_filter($ours, $isNews)), array_values(array_filter($theirs, $isNews))];
    }

    /**
     * "Swing top" is "swingtop".
     *
     * @param  array<int, string>  $parts
     * @param  array<int, string>  $wholes
     * @param  array<int, string>  $common
     */
    private static function takeCompounds(array &$parts, array &$wholes, array &$common): void
    {
        $stems = [];
        foreach ($wholes as $i => $word) {
            $stems[self::stem($word)] = $i;
        }
        for ($i = 0; $i + 1 < count($parts); $i++) {
            $joined = self::stem($parts[$i].$parts[$i + 1]);
            if (array_key_exists($joined, $stems)) {
                $common[] = $wholes[$stems[$joined]];
                unset($wholes[$stems[$joined]], $stems[$joined]);
                array_splice($parts, $i, 2);
                $i--;
            }
        }
        $wholes = array_values($wholes);
    }

    /**
     * @param  array<int, string>  $ours
     * @param  array<int, string>  $theirs
     * @param  array<int, string>  $common
     */
    private static function takeSlips(array &$ours, array &$theirs, TokenWeights $weights, array &$common): void
    {
        foreach ($ours as $i => $word) {
            foreach ($theirs as $j => $other) {
                if (Slip::isOne($word, $other) && ! ($weights->of($word) < 1 && $weights->of($other) < 1)) {
                    unset($ours[$i], $theirs[$j]);
                    $common[] = $word;

                    break;
                }
            }
        }
        [$ours, $theirs] = [array_values($ours), array_values($theirs)];
    }

    /** Without the endings of plurals and of German adjectives. */
    private static function stem(string $word): string
    {
        $stem = match (true) {
            strlen($word) < 4 => $word,
            strlen($word) === 4 => (string) preg_replace('/s\z/', '', $word),
            default => (string) preg_replace('/(?:(?<=[sxz]|ch|sh)es|ies|en|er|em|es|e|n|s)\z/', '', $word),
        };

        return self::COUNTED[$stem] ?? $stem;
    }
}
