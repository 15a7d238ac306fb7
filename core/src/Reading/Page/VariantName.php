<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use Normalizer;

use function array_diff;
use function array_map;
use function array_unique;
use function array_values;
use function bcmul;
use function is_string;
use function mb_strtolower;
use function preg_replace;
use function preg_replace_callback;
use function rtrim;
use function sort;
use function str_contains;
use function strtr;
use function trim;

/** The name of a variant, so that case, accents, the order of words and how units are written do not matter. */
final readonly class VariantName
{
    /** Each unit in the one that it is compared in. */
    private const UNITS = [
        'litres' => ['l', '1'], 'litre' => ['l', '1'], 'liters' => ['l', '1'], 'liter' => ['l', '1'], 'litros' => ['l', '1'], 'litro' => ['l', '1'], 'litri' => ['l', '1'],
        'ltr' => ['l', '1'], 'lt' => ['l', '1'], 'l' => ['l', '1'], 'dl' => ['l', '0.1'], 'cl' => ['l', '0.01'], 'ml' => ['l', '0.001'],
        'kilograms' => ['kg', '1'], 'kilogramm' => ['kg', '1'], 'kilo' => ['kg', '1'], 'kg' => ['kg', '1'], 'gramm' => ['kg', '0.001'], 'grams' => ['kg', '0.001'], 'g' => ['kg', '0.001'],
        'metres' => ['m', '1'], 'meter' => ['m', '1'], 'metre' => ['m', '1'], 'm' => ['m', '1'], 'cm' => ['m', '0.01'], 'mm' => ['m', '0.001'],
        'inches' => ['in', '1'], 'inch' => ['in', '1'], 'zoll' => ['in', '1'], 'in' => ['in', '1'],
    ];

    /** @param  list<string>  $words */
    private function __construct(public array $words)
    {
    }

    public static function of(string $name): self
    {
        $plain = Normalizer::normalize($name, Normalizer::FORM_KD);
        $text = mb_strtolower(is_string($plain) ? $plain : $name);
        $text = strtr((string) preg_replace('/\p{Mn}+/u', '', $text), ['ß' => 'ss', 'ł' => 'l', 'ø' => 'o', 'æ' => 'ae']);
        $text = (string) preg_replace('/(\d),(?=\d)/', '$1.', $text);
        $text = (string) preg_replace_callback(
            '/(\d+(?:\.\d+)?)[ -]?('.implode('|', array_keys(self::UNITS)).')(?!\p{L})/u',
            fn (array $found): string => ' '.self::measure($found[1], $found[2]).' ',
            $text,
        );
        $words = preg_split('/[^\p{L}\d.=]+/u', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $words = array_values(array_unique(array_map(fn (string $word): string => trim($word, '.'), $words)));
        sort($words);

        return new self(array_values(array_filter($words, fn (string $word) => $word !== '')));
    }

    public function equals(self $other): bool
    {
        return $this->words === $other->words;
    }

    /** Whether all words of this one are among those of the other. */
    public function isWithin(self $other): bool
    {
        return $this->words !== [] && array_diff($this->words, $other->words) === [];
    }

    private static function measure(string $number, string $unit): string
    {
        [$base, $factor] = self::UNITS[$unit];
        $value = is_numeric($number) ? bcmul($number, $factor, 6) : $number;
        $value = str_contains($value, '.') ? rtrim(rtrim($value, '0'), '.') : $value;

        return "{$value}={$base}";
    }
}
