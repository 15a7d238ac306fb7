<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use Normalizer;

use function is_string;
use function mb_strtolower;
use function preg_replace;
use function strtr;
use function trim;

/** Text without case, accents and punctuation that says nothing. German umlauts and ß are written out, as ae, oe, ue and ss. */
final readonly class FoldedText
{
    private const LETTERS = [
        'ä' => 'ae', 'ö' => 'oe', 'ü' => 'ue', 'ß' => 'ss', 'ø' => 'o', 'ł' => 'l', 'æ' => 'ae', 'œ' => 'oe', 'đ' => 'd', 'ð' => 'd', 'þ' => 'th', 'ı' => 'i',
        '×' => 'x', '–' => '-', '—' => '-', '−' => '-', '⁄' => '/', "'" => '', '’' => '', '‘' => '', '`' => '', '´' => '', '″' => '"', '”' => '"', '“' => '"',
        '®' => ' ', '™' => ' ', '©' => ' ', 'µ' => 'u', 'μ' => 'u',
    ];

    private function __construct()
    {
    }

    /** Words, numbers, and the marks that numbers and measures are written with. */
    public static function of(string $text): string
    {
        $text = strtr(mb_strtolower(strtr($text, ['®' => ' ', '™' => ' ', '©' => ' '])), ["a\u{308}" => 'ae', "o\u{308}" => 'oe', "u\u{308}" => 'ue']);
        $text = strtr(self::normal($text, Normalizer::FORM_KC), self::LETTERS);
        $text = (string) preg_replace('/\p{Mn}+/u', '', self::normal($text, Normalizer::FORM_KD));

        return trim((string) preg_replace('/[^\p{L}\p{N}.,\-\/+%"°&()|;:]+/u', ' ', $text));
    }

    /** Letters and digits only, as part numbers are compared. */
    public static function squeezed(string $text): string
    {
        return (string) preg_replace('/[^\p{L}\p{N}]+/u', '', self::of($text));
    }

    private static function normal(string $text, int $form): string
    {
        $normal = Normalizer::normalize($text, $form);

        return is_string($normal) ? $normal : '';
    }
}
