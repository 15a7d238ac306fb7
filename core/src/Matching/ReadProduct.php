<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use Wrasse\Core\Identity\Gtin;
use Wrasse\Core\Identity\InvalidGtin;
use Wrasse\Core\Matching\Distinctions\Distinction;
use Wrasse\Core\Matching\Distinctions\PackCount;

use function array_merge;
use function array_unique;
use function array_values;
use function preg_match;
use function preg_replace;
use function preg_split;
use function sort;
use function str_contains;
use function strlen;
use function strtolower;
use function substr;

/** A product as far as its title and fields say what it is; read once, compared often. */
final readonly class ReadProduct
{
    /** Longer numbers are those of other lists, not of models. */
    private const LONGEST_MODEL = 12;

    /** Of a part number that identifies without its brand: so many characters, with letters and digits. */
    private const UNUSUAL_LENGTH = 6;

    /**
     * @param  array<string, list<string>>  $stated  by kind of distinction
     * @param  list<Measure>  $measures
     * @param  list<string>  $models  words with letters and digits
     * @param  list<string>  $numbers
     * @param  list<string>  $words  in the order of the title, then those of attributes
     * @param  string  $squeezed  the whole title, letters and digits only, a blank between words
     */
    private function __construct(
        public ComparedProduct $product,
        public ?string $gtin,
        public string $brand,
        public string $mpn,
        public array $stated,
        public array $measures,
        public array $models,
        public array $numbers,
        public array $words,
        public string $squeezed,
    ) {
    }

    /** @param  list<Distinction>  $distinctions */
    public static function of(ComparedProduct $product, array $distinctions): self
    {
        $title = TitleText::of($product->title);
        $whole = (string) preg_replace('/[^\p{L}\p{N}]+/u', ' ', $title->text);
        $texts = [$title];
        foreach ($product->attributes as $name => $value) {
            $texts[] = TitleText::of(self::inWords((string) $name, $value));
        }
        $stated = $measures = [];
        foreach ($distinctions as $distinction) {
            $values = array_values(array_unique(array_merge(...array_map(
                fn (TitleText $text): array => $distinction->takenFrom($text),
                $texts,
            ))));
            sort($values);
            $stated[$distinction->kind()] = $values;
            if ($distinction instanceof PackCount) {
                // "6 x 0.33 l": the count first, and "l" is no size.
                $count = (int) ($values[0] ?? 1);
                $measures = array_merge(...array_map(fn (TitleText $text): array => Measures::takenFrom($text, $count), $texts));
            }
        }
        $words = $models = $numbers = [];
        foreach (array_merge(...array_map(self::tokens(...), $texts)) as $token) {
            match (true) {
                preg_match('/\d/', $token) !== 1 => $words[] = $token,
                strlen($token) > self::LONGEST_MODEL => null,
                preg_match('/\p{L}/u', $token) === 1 => $models[] = $token,
                default => $numbers[] = ltrim($token, '0'),
            };
        }

        return new self(
            $product,
            self::identifying($product->gtin),
            FoldedText::squeezed(self::withoutForm((string) $product->brand)),
            FoldedText::squeezed((string) $product->mpn),
            $stated,
            $measures,
            array_values(array_unique($models)),
            array_values(array_unique($numbers)),
            $words,
            $whole,
        );
    }

    /** A part number that hardly anybody else gives. */
    public function hasUnusualMpn(): bool
    {
        return strlen($this->mpn) >= self::UNUSUAL_LENGTH
            && preg_match('/\d{2}/', $this->mpn) === 1
            && (preg_match('/\p{L}/u', $this->mpn) === 1 || strlen($this->mpn) > self::UNUSUAL_LENGTH + 1);
    }

    /** Whether the title has this name, written in one word or several. */
    public function names(string $squeezed): bool
    {
        if ($squeezed === '' || ! str_contains(str_replace(' ', '', $this->squeezed), $squeezed)) {
            return false;
        }
        $letters = implode(' ?', mb_str_split($squeezed));

        return preg_match("/(?<![\\p{L}\\p{N}]){$letters}(?![\\p{L}\\p{N}])/u", $this->squeezed) === 1;
    }

    /** The word of the title that is most likely this name, misspelt; null: there is none. */
    public function misspelt(string $name): ?string
    {
        foreach ($this->words as $word) {
            if (Slip::isOne($word, $name)) {
                return $word;
            }
        }

        return null;
    }

    /** A value whose name says what it is, as a title would say it. */
    private static function inWords(string $name, string $value): string
    {
        $name = FoldedText::of($name);
        $isNumber = preg_match('/^\s*\d+(?:[.,]\d+)?\s*\z/', $value) === 1;

        return match (true) {
            preg_match('/size|groesse/', $name) === 1 && preg_match('/pack|set/', $name) !== 1 => "size {$value}",
            ! $isNumber => $value,
            preg_match('/pack|count|quantity|pieces|stueck|anzahl|menge|set/', $name) === 1 => "pack of {$value}",
            preg_match('/generation|version/', $name) === 1 => "gen {$value}",
            preg_match('/volt|spannung/', $name) === 1 => "{$value} V",
            preg_match('/watt|power|leistung/', $name) === 1 => "{$value} W",
            default => $value,
        };
    }

    /** @return list<string> model words keep what joins them: mx-500 is one */
    private static function tokens(TitleText $title): array
    {
        $tokens = [];
        foreach (preg_split('/[^\p{L}\p{N}\-\/.]+/u', $title->text, -1, PREG_SPLIT_NO_EMPTY) ?: [] as $token) {
            $token = trim($token, '-/.');
            if (preg_match('/\d/', $token) === 1 && preg_match('/\p{L}{4}/u', $token) !== 1) {
                $tokens[] = str_replace(['-', '/', '.'], '', $token);
            } else {
                array_push($tokens, ...(preg_split('/[-\/.]+/', $token, -1, PREG_SPLIT_NO_EMPTY) ?: []));
            }
        }

        return $tokens;
    }

    /** With 14 digits; null where it is none, or one that shops give themselves: prefixes 02, 04 and 20 to 29. */
    private static function identifying(?string $gtin): ?string
    {
        if ($gtin === null) {
            return null;
        }
        try {
            $valid = Gtin::of($gtin);
        } catch (InvalidGtin) {
            return null;
        }
        $prefix = strlen($valid->digits) === 8 ? substr($valid->digits, 0, 2) : substr($valid->padded(), 1, 2);

        return preg_match('/^(?:0[24]|2\d)\z/', $prefix) === 1 ? null : $valid->padded();
    }

    private static function withoutForm(string $brand): string
    {
        return (string) preg_replace('/\b(?:gmbh|ag|kg|ltd|limited|inc|llc|co|corp|corporation|company|s\.?a\.?|b\.?v\.?)\b\.?/i', '', strtolower($brand));
    }
}
