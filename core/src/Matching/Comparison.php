<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use Wrasse\Core\Matching\Distinctions\Distinction;

use function array_diff;
use function array_filter;
use function array_map;
use function array_values;
use function implode;
use function in_array;
use function is_numeric;
use function max;
use function min;
use function usort;

/** Two products side by side: what agrees, what differs, and what follows. */
final class Comparison
{
    private const SAME = 0.9;

    private const DIFFERENT = 0.3;

    /** Titles that share less than this are of different things. */
    private const LEAST_SHARE = 0.3;

    /** Titles that share so much are of the same thing, if nothing speaks against it. */
    private const ENOUGH_SHARE = 0.72;

    /** Weight of words that one side may have more: one that says little. */
    private const EXTRA = 0.4;

    /** The same where a model says already what it is. */
    private const EXTRA_WITH_MODEL = 0.8;

    /** Weight of words that one has where the other has others. */
    private const INSTEAD = 0.0;

    private const INSTEAD_WITH_MODEL = 0.4;

    /** So much must be shared for titles to say anything. */
    private const LEAST_SHARED = 1.4;

    private const PRICE_FAR = 2.5;

    private const PRICE_CONTRADICTS = 3.0;

    private const WEIGHTS = [
        'gtin' => 6.0, 'part_number' => 5.0, 'brand' => 1.0, 'model' => 2.5, 'measure' => 1.0, 'pack' => 1.0, 'condition' => 1.0, 'colour' => 0.5, 'size' => 0.8, 'generation' => 1.0, 'year' => 0.5,
        'side' => 0.5, 'audience' => 0.5, 'connector' => 0.5, 'language' => 0.5, 'tier' => 0.8, 'accessory' => 0.5, 'price' => 0.5, 'title' => 3.0,
    ];

    private const SPEAKS_AGAINST = -3.0;

    private const LEAVES_OPEN = -1.0;

    /** @var list<MatchReason> */
    private array $reasons = [];

    private readonly TitleWords $words;

    /** @var list<Measure> */
    private array $ourMeasures;

    /** @var list<Measure> */
    private array $theirMeasures;

    /** @var array<int, string> */
    private array $ourNumbers;

    /** @var array<int, string> */
    private array $theirNumbers;

    /** Whether both have a model that hardly anything else of the brand has. */
    private bool $hasNamingModel = false;

    /** @var list<string> brands as titles have them */
    private array $misspelt = [];

    /** @param  list<Distinction>  $distinctions */
    public function __construct(
        private readonly ReadProduct $ours,
        private readonly ReadProduct $theirs,
        TokenWeights $weights,
        array $distinctions,
    ) {
        $this->ourMeasures = $ours->measures;
        $this->theirMeasures = $theirs->measures;
        $this->ourNumbers = $ours->numbers;
        $this->theirNumbers = $theirs->numbers;
        self::supplyUnits($this->ourMeasures, $this->theirMeasures, $this->theirNumbers);
        self::supplyUnits($this->theirMeasures, $this->ourMeasures, $this->ourNumbers);
        $this->gtin();
        $this->brand();
        $this->partNumber();
        $models = $this->models();
        foreach ($distinctions as $distinction) {
            $kind = $distinction->kind();
            $this->add($kind, $distinction->agreement($ours->stated[$kind], $theirs->stated[$kind]), implode(', ', $ours->stated[$kind]), implode(', ', $theirs->stated[$kind]));
        }
        $this->measures();
        $this->words = TitleWords::compare(
            $this->named($ours->words, $models),
            $this->named($theirs->words, $models),
            $weights,
        );
        $this->title();
        $this->price();
    }

    public function result(): MatchResult
    {
        $verdict = $this->verdict();
        usort($this->reasons, fn (MatchReason $a, MatchReason $b): int => abs($b->weight) <=> abs($a->weight));

        return new MatchResult($verdict, $this->score($verdict), $this->reasons);
    }

    private function verdict(): MatchVerdict
    {
        $gtin = $this->of('gtin');
        $isSamePart = $this->of('brand') === Agreement::Equal && $this->of('part_number') === Agreement::Equal;
        if ($gtin === Agreement::Differs) {
            return $isSamePart ? MatchVerdict::Perhaps : MatchVerdict::Different;
        }
        if ($gtin === Agreement::Equal || $isSamePart || $this->isUnusualPart()) {
            $isContradicted = in_array(Agreement::Differs, [$this->of('pack'), $this->of('condition')], true) || $this->priceFactor() > self::PRICE_CONTRADICTS;

            return $isContradicted ? MatchVerdict::Perhaps : MatchVerdict::Same;
        }
        if ($this->has(Agreement::Differs, except: ['part_number', 'price', 'brand', 'title'])) {
            return MatchVerdict::Different;
        }
        $hasModel = $this->of('model') === Agreement::Equal;
        if ($this->of('brand') === Agreement::Differs) {
            return $hasModel && $this->words->share() >= self::ENOUGH_SHARE ? MatchVerdict::Perhaps : MatchVerdict::Different;
        }
        if ($this->share($hasModel) < self::LEAST_SHARE) {
            return MatchVerdict::Different;
        }

        return $this->isSameByTitle($hasModel) ? MatchVerdict::Same : MatchVerdict::Perhaps;
    }

    /** Nothing is left open, and both titles say the same. */
    private function isSameByTitle(bool $hasModel): bool
    {
        if ($this->has(Agreement::OneSided, except: ['part_number', 'price', 'brand', 'title']) || $this->of('part_number') === Agreement::Differs) {
            return false;
        }
        if ($this->of('brand') === Agreement::OneSided && ! $hasModel) {
            return false;
        }
        $known = $this->hasNamingModel && $this->of('brand') === Agreement::Equal;
        $more = max($this->words->ours, $this->words->theirs);
        $instead = min($this->words->ours, $this->words->theirs);
        $shared = $this->words->shared + ($hasModel ? 1.5 : 0) + ($this->of('brand') === Agreement::Equal ? 0.5 : 0);

        return $shared - $more >= self::LEAST_SHARED
            && $this->share($hasModel) >= self::ENOUGH_SHARE
            && $more <= ($known ? self::EXTRA_WITH_MODEL : self::EXTRA)
            && $instead <= ($known ? self::INSTEAD_WITH_MODEL : self::INSTEAD);
    }

    private function share(bool $hasModel): float
    {
        $bonus = ($hasModel ? 1.5 : 0) + ($this->of('brand') === Agreement::Equal ? 1.0 : 0);
        $all = 2 * ($this->words->shared + $bonus) + $this->words->ours + $this->words->theirs;

        return $all > 0 ? 2 * ($this->words->shared + $bonus) / $all : 0.0;
    }

    private function score(MatchVerdict $verdict): float
    {
        $sum = array_sum(array_map(fn (MatchReason $reason): float => $reason->weight, $this->reasons));
        $likely = 1 / (1 + exp(-$sum / 2));

        return match ($verdict) {
            MatchVerdict::Same => self::SAME + (1 - self::SAME) * $likely,
            MatchVerdict::Perhaps => self::DIFFERENT + (self::SAME - 0.01 - self::DIFFERENT) * $likely,
            MatchVerdict::Different => (self::DIFFERENT - 0.01) * $likely,
        };
    }

    private function gtin(): void
    {
        if ($this->ours->gtin !== null && $this->theirs->gtin !== null) {
            $this->add('gtin', $this->ours->gtin === $this->theirs->gtin ? Agreement::Equal : Agreement::Differs, $this->ours->gtin, $this->theirs->gtin);
        }
    }

    /** Where only one names it, the other's title is looked at. */
    private function brand(): void
    {
        [$ours, $theirs] = [$this->ours->brand, $this->theirs->brand];
        $agreement = match (true) {
            $ours === '' && $theirs === '' => null,
            $ours === '' => $this->isNamed($theirs, $this->ours) ? Agreement::Equal : Agreement::OneSided,
            $theirs === '' => $this->isNamed($ours, $this->theirs) ? Agreement::Equal : Agreement::OneSided,
            self::isSameBrand($ours, $theirs) => $this->seen($ours, $theirs),
            $this->theirs->names($ours), $this->ours->names($theirs) => Agreement::Equal,
            default => Agreement::Differs,
        };
        $this->add('brand', $agreement, (string) $this->ours->product->brand, (string) $this->theirs->product->brand);
    }

    /** Either title may have it misspelt. */
    private function seen(string $ours, string $theirs): Agreement
    {
        $this->isNamed($ours, $this->ours);
        $this->isNamed($theirs, $this->theirs);

        return Agreement::Equal;
    }

    private function isNamed(string $brand, ReadProduct $in): bool
    {
        if ($in->names($brand)) {
            return true;
        }
        $misspelt = $in->misspelt($brand);
        if ($misspelt !== null) {
            $this->misspelt[] = $misspelt;
        }

        return $misspelt !== null;
    }

    private static function isSameBrand(string $ours, string $theirs): bool
    {
        $and = ['and' => '', 'und' => ''];

        return $ours === $theirs
            || strtr($ours, $and) === strtr($theirs, $and)
            || min(strlen($ours), strlen($theirs)) >= 4 && (str_contains($ours, $theirs) || str_contains($theirs, $ours))
            || min(strlen($ours), strlen($theirs)) >= 7 && levenshtein($ours, $theirs) <= 1;
    }

    private function partNumber(): void
    {
        [$ours, $theirs] = [$this->ours->mpn, $this->theirs->mpn];
        $agreement = match (true) {
            $ours === '' && $theirs === '' => null,
            $ours === '' => $this->ours->names($theirs) && $this->theirs->hasUnusualMpn() ? Agreement::Equal : null,
            $theirs === '' => $this->theirs->names($ours) && $this->ours->hasUnusualMpn() ? Agreement::Equal : null,
            $ours === $theirs => Agreement::Equal,
            default => Agreement::Differs,
        };
        $this->add('part_number', $agreement, (string) $this->ours->product->mpn, (string) $this->theirs->product->mpn);
    }

    /** It says which thing it is even where nobody names the brand. */
    private function isUnusualPart(): bool
    {
        return $this->of('part_number') === Agreement::Equal
            && $this->of('brand') !== Agreement::Differs
            && ($this->ours->hasUnusualMpn() || $this->theirs->hasUnusualMpn());
    }

    /**
     * "MX 500", "MX-500" and "MX500" are the same model. A part number of the other side is none of the title.
     *
     * @return list<string> words of the titles that belong to a model that both have
     */
    private function models(): array
    {
        $common = $taken = [];
        $known = ['', $this->ours->mpn, $this->theirs->mpn, $this->ours->brand, $this->theirs->brand];
        $ours = array_values(array_diff([...$this->ours->models, ...$this->ourNumbers], $known));
        $theirs = array_values(array_diff([...$this->theirs->models, ...$this->theirNumbers], $known));
        foreach ([[&$ours, &$theirs, $this->theirs], [&$theirs, &$ours, $this->ours]] as [&$mine, &$others, $other]) {
            foreach ($mine as $i => $model) {
                if (in_array($model, $others, true)) {
                    $common[] = $model;
                } elseif (preg_match('/\p{L}/u', $model) === 1 && $other->names($model)) {
                    $common[] = $model;
                    $taken[] = (string) preg_replace('/\P{L}+/u', '', $model);
                    $others = array_values(array_filter($others, fn (string $part): bool => ! str_contains($model, $part)));
                    unset($mine[$i]);
                }
            }
            unset($mine, $others);
        }
        $ours = array_values(array_diff($ours, $common));
        $theirs = array_values(array_diff($theirs, $common));
        $this->hasNamingModel = array_filter($common, self::isNaming(...)) !== [];
        $isTelling = array_filter($common, fn (string $model): bool => strlen($model) >= 2) !== [];
        $agreement = match (true) {
            $ours === [] && $theirs === [] => $isTelling ? Agreement::Equal : null,
            $ours !== [] && $theirs !== [] => self::haveLetters($ours) === self::haveLetters($theirs) ? Agreement::Differs : Agreement::OneSided,
            default => Agreement::OneSided,
        };
        $both = array_values(array_unique($common));
        $this->add('model', $agreement, implode(', ', $agreement === Agreement::Equal ? $both : $ours), implode(', ', $agreement === Agreement::Equal ? $both : $theirs));

        return $taken;
    }

    /** @param  list<string>  $models */
    private static function haveLetters(array $models): bool
    {
        return preg_match('/\p{L}/u', implode(' ', $models)) === 1;
    }

    /** Papers, screws, sockets, classes and resolutions look like models and are none. */
    private static function isNaming(string $model): bool
    {
        return preg_match('/^\p{L}+\d|^\d+\p{L}{2,}/u', $model) === 1 && strlen($model) >= 3
            && preg_match('/^(?:a\d|m\d{1,2}|e14|e27|gu10|g9|b22|usb\d|ip\d\d|mp\d|spf\d+|r\d+|h\d+|din\d+|wifi\d)\z/', $model) !== 1;
    }

    private function measures(): void
    {
        $dimensions = [];
        foreach ([$this->ourMeasures, $this->theirMeasures] as $side => $measures) {
            foreach ($measures as $measure) {
                $dimensions[$measure->dimension][$side][] = $measure;
            }
        }
        foreach ($dimensions as $sides) {
            [$ours, $theirs] = [$sides[0] ?? [], $sides[1] ?? []];
            $onlyOurs = self::without($ours, $theirs);
            $onlyTheirs = self::without($theirs, $ours);
            $agreement = match (true) {
                $onlyOurs === [] && $onlyTheirs === [] => Agreement::Equal,
                $onlyOurs !== [] && $onlyTheirs !== [] => Agreement::Differs,
                default => Agreement::OneSided,
            };
            $this->add('measure', $agreement, self::shown($ours), self::shown($theirs));
        }
    }

    /**
     * "M8x50" says 50 mm where the other one does: a number without a unit is taken for a measure of a dimension that is not
     * measured otherwise.
     *
     * @param  list<Measure>  $measures
     * @param  list<Measure>  $others
     * @param  array<int, string>  $numbers  of the others
     */
    private static function supplyUnits(array $measures, array &$others, array &$numbers): void
    {
        $measured = array_map(fn (Measure $other): string => $other->dimension, $others);
        foreach ($measures as $measure) {
            $at = array_search($measure->number(), $numbers, true);
            if ($at !== false && ! in_array($measure->dimension, $measured, true)) {
                unset($numbers[$at]);
                $others[] = $measure;
            }
        }
    }

    /** @param  list<Measure>  $measures */
    private static function shown(array $measures): string
    {
        return implode(', ', array_map(fn (Measure $measure): string => $measure->shown, $measures));
    }

    /**
     * @param  list<Measure>  $measures
     * @param  list<Measure>  $others
     * @return list<Measure>
     */
    private static function without(array $measures, array $others): array
    {
        foreach ($measures as $i => $measure) {
            foreach ($others as $j => $other) {
                if ($measure->equals($other)) {
                    unset($measures[$i], $others[$j]);

                    break;
                }
            }
        }

        return array_values($measures);
    }

    /**
     * The words of a title without brand and what belongs to a model.
     *
     * @param  list<string>  $words
     * @param  list<string>  $models
     * @return list<string>
     */
    private function named(array $words, array $models): array
    {
        if ($this->of('brand') !== Agreement::Equal) {
            return array_values(array_diff($words, $models));
        }
        $words = array_values(array_diff($words, $models, $this->misspelt));
        foreach ([$this->ours, $this->theirs] as $one) {
            $parts = preg_split('/[^\p{L}\p{N}]+/u', FoldedText::of((string) $one->product->brand), -1, PREG_SPLIT_NO_EMPTY) ?: [];
            if ($parts !== [] && array_diff($parts, $words) === []) {
                foreach ($parts as $part) {
                    unset($words[array_search($part, $words, true)]);
                }
            }
            $words = array_values(array_diff($words, [$one->brand]));
        }

        return $words;
    }

    private function title(): void
    {
        $words = $this->words;
        $weight = self::WEIGHTS['title'] * (2 * $words->share() - 1);
        if ($words->common !== []) {
            $this->reasons[] = new MatchReason('title', Agreement::Equal, implode(', ', $words->common), implode(', ', $words->common), $weight);
        }
        if ($words->onlyOurs !== [] || $words->onlyTheirs !== []) {
            $isInstead = $words->onlyOurs !== [] && $words->onlyTheirs !== [];
            $this->reasons[] = new MatchReason(
                'title',
                $isInstead ? Agreement::Differs : Agreement::OneSided,
                implode(', ', $words->onlyOurs),
                implode(', ', $words->onlyTheirs),
                -($words->ours + $words->theirs) / 2,
            );
        }
    }

    private function price(): void
    {
        $factor = $this->priceFactor();
        if ($factor > self::PRICE_FAR) {
            $this->reasons[] = new MatchReason('price', Agreement::Differs, (string) $this->ours->product->price, (string) $this->theirs->product->price, -self::WEIGHTS['price'] * min(4.0, $factor / self::PRICE_FAR));
        }
    }

    /** How many times the lower price the higher is; 1 where they cannot be compared. */
    private function priceFactor(): float
    {
        [$ours, $theirs] = [$this->ours->product, $this->theirs->product];
        if (! is_numeric($ours->price) || ! is_numeric($theirs->price) || ($ours->currency ?? $theirs->currency) !== ($theirs->currency ?? $ours->currency)) {
            return 1.0;
        }
        [$a, $b] = [(float) $ours->price, (float) $theirs->price];

        return min($a, $b) > 0 ? max($a, $b) / min($a, $b) : 1.0;
    }

    private function add(string $kind, ?Agreement $agreement, string $ours, string $theirs): void
    {
        if ($agreement === null) {
            return;
        }
        $weight = match ($agreement) {
            Agreement::Equal => self::WEIGHTS[$kind],
            Agreement::OneSided => self::LEAVES_OPEN * self::WEIGHTS[$kind],
            Agreement::Differs => self::SPEAKS_AGAINST * self::WEIGHTS[$kind],
        };
        $this->reasons[] = new MatchReason($kind, $agreement, $ours, $theirs, $weight);
    }

    private function of(string $kind): ?Agreement
    {
        foreach ($this->reasons as $reason) {
            if ($reason->kind === $kind) {
                return $reason->agreement;
            }
        }

        return null;
    }

    /** @param  list<string>  $except */
    private function has(Agreement $agreement, array $except): bool
    {
        foreach ($this->reasons as $reason) {
            if ($reason->agreement === $agreement && ! in_array($reason->kind, $except, true)) {
                return true;
            }
        }

        return false;
    }
}
