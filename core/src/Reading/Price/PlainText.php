<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use IntlChar;
use Normalizer;

use function is_string;
use function mb_chr;
use function mb_ord;
use function mb_scrub;
use function mb_substr;
use function preg_replace;
use function preg_replace_callback;
use function trim;

/** A text as a person sees it, in the few characters that prices are written with. */
final readonly class PlainText
{
    /** Longer texts are cut: no price is written on so many characters. */
    private const LONGEST = 2_000;

    /** Soft hyphens, joiners, marks of direction. */
    private const UNSEEN = '/[\x{AD}\x{200B}-\x{200F}\x{202A}-\x{202E}\x{2060}-\x{2069}\x{FEFF}]/u';

    private const REPLACED = [
        '/[\x{2018}\x{2019}\x{02BC}\x{00B4}`\x{2032}]/u' => "'",
        '/\x{066B}/u' => '.',
        '/\x{066C}/u' => ',',
        '/[\x{2212}\x{2010}\x{2011}\x{FE63}]/u' => '-',
        '/[\x{2013}\x{2014}\x{2015}]/u' => '–',
        '/\x{2E41}/u' => ',',
        '/×/u' => 'x',
    ];

    public static function of(string $text): string
    {
        $text = mb_substr(mb_scrub($text, 'UTF-8'), 0, self::LONGEST);
        $text = (string) preg_replace(self::UNSEEN, '', $text);
        $text = (string) preg_replace('/[\p{Z}\s]+/u', ' ', $text);
        // Full-width forms and such; after the spaces, as some marks are made of one and a space.
        $normal = Normalizer::normalize($text, Normalizer::FORM_KC);
        $text = is_string($normal) ? $normal : $text;
        foreach (self::REPLACED as $pattern => $by) {
            $text = (string) preg_replace($pattern, $by, $text);
        }

        return trim((string) preg_replace_callback('/\p{Nd}/u', self::digit(...), $text));
    }

    /** @param  array<string>  $found */
    private static function digit(array $found): string
    {
        $value = IntlChar::charDigitValue(mb_ord($found[0]));

        return $value < 0 ? $found[0] : mb_chr(48 + $value);
    }
}
