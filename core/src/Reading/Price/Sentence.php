<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use function count;
use function mb_chr;
use function mb_ord;
use function preg_match;
use function preg_match_all;
use function preg_replace_callback;
use function str_replace;
use function trim;

/**
 * A text in which each amount is one character of a private area of Unicode, so that patterns can speak of "an amount
 * after these words".
 */
final class Sentence
{
    /** One amount, in patterns. */
    public const AMOUNT = '\p{Co}';

    private const FIRST = 0xE000;

    private const MOST = 200;

    /** Days and times of day. */
    private const DATES = '/(?<![\d.,])(?:\d{4}-\d{2}-\d{2}|(?:0?[1-9]|[12]\d|3[01])[.\/](?:0?[1-9]|1[0-2])[.\/]\d{4}|(?<=am |bis |vom |zum |on |by |until |le |el |il |op |do |ab )(?:0?[1-9]|[12]\d|3[01])\.(?:0?[1-9]|1[0-2])\.(?!\d)|[012]?\d:[0-5]\d(?: ?(?:uhr|h|am|pm))?)(?![\d])/iu';

    private const DIGITS = "(?:\\d+(?:[.,']\\d+| \\d{3}(?![\\d]))*|(?<![\\d\\p{L}.,])[.,]\\d{1,2}(?!\\d))";

    /** A pattern ran away on it: nothing can be said of it. */
    public bool $isTooMuch = false;

    /** @param  list<Amount>  $amounts */
    private function __construct(public string $words, public array $amounts)
    {
    }

    public static function of(string $text): self
    {
        $text = str_replace(["\u{E000}"], '', (string) preg_replace('/'.self::AMOUNT.'/u', ' ', $text));
        $mark = CurrencyMark::pattern();
        // In Cape Verde "$" stands where others have a comma.
        $text = (string) preg_replace("/(?<=\\d)\\\$(?=\\d{2,4} ?{$mark})/u", ',', $text);
        $text = (string) preg_replace(self::DATES, '•', $text);
        // "49 zł 99 gr"
        $text = (string) preg_replace("/(?<![\\d.,])(\\d+) ?({$mark}) ?(?:and |und |et |i |y |e )?(\\d{2}) ?(?:gr|groszy|cts?|cents?|pence|p)\\.?(?!\\p{L})/u", '$1,$3 $2', $text);
        $digits = self::DIGITS;
        $dash = '(?:[.,:] ?[-–]{1,2}|[-–]{2})(?![\d-])';
        $isBefore = preg_match("/^[^\\d]*?{$mark} ?{$digits}/u", $text) === 1
            && preg_match("/^[^\\d]*?{$mark} ?{$digits} ?{$mark}/u", $text) !== 1;
        // "$12.99 USD" and "USD $12.99" say it twice.
        $before = "(?<!\\d)(?<before>{$mark})(?: ?(?<second>{$mark}))? ?-?(?<of>{$digits})(?<round>{$dash})?(?: ?(?<third>(?>{$mark}))(?! ?\\d))?";
        $free = '(?:(?<=\dx)|(?<![\p{L}\d])(?<!\p{L}-)(?<!\d[.,])(?<!\d[.,][.,]))';
        $cents = "(?<major>\\d{1,3}(?:[.,' ]\\d{3})*|\\d+) ?(?<middle>{$mark}) ?(?<cents>\\d{2})(?![\\d.,]?\\d)(?! ?(?:%|x\\d|{$mark}|(?:kg|g|mg|ml|cl|l|cm|mm|m|stk|st|x)(?!\\p{L})))";
        // A sign that touches the next number and not this one is that of the next.
        $footnote = "(?<number>\\d+(?:[.,' ]\\d{3})*[.,]\\d{2}) ?(?<after>{$mark})(?=\\d(?!\\d|[.,]))";
        $after = "{$footnote}|(?<number>{$digits})(?<dash>{$dash})?(?:(?<after>{$mark})| (?<after>{$mark})(?!\\d))";
        $bare = "(?<bare>{$digits})(?<bareRound>{$dash})?";
        $order = $isBefore
            ? "{$before}|{$free}(?:{$cents}|{$after}|{$bare})"
            : "{$free}(?:{$cents}|{$after})|{$before}|{$free}{$bare}";
        $amounts = [];
        $words = preg_replace_callback(
            '/(?<sign>(?:(?<=^|[\s(])[-–](?=\S)(?! ))?)(?:'.$order.')/Ju',
            function (array $found) use (&$amounts): string {
                if (count($amounts) >= self::MOST) {
                    return ' ';
                }
                $get = fn (string ...$names): string => (string) (array_values(array_filter(
                    array_map(fn (string $name) => $found[$name] ?? '', $names),
                    fn (string $one) => $one !== '',
                ))[0] ?? '');
                $marks = array_filter([$get('before'), $get('second'), $get('third'), $get('middle'), $get('after')], fn (string $one) => $one !== '');
                $number = $get('cents') !== '' && $get('major') !== ''
                    ? $get('major').','.$get('cents')
                    : $get('of', 'number', 'bare');
                $amounts[] = new Amount(
                    $number,
                    CurrencyMark::clearest($marks),
                    $found['sign'] !== '' || str_contains($found[0], '-'.$number),
                    $get('round', 'dash', 'bareRound') !== '',
                );

                return ' '.mb_chr(self::FIRST + count($amounts) - 1).' ';
            },
            $text,
        );
        $words = (string) preg_replace(['/ +/', '/ ([.,;:)])/'], [' ', '$1'], trim((string) $words));

        return new self($words, $amounts);
    }

    public function at(string $character): Amount
    {
        return $this->amounts[mb_ord($character) - self::FIRST];
    }

    /**
     * Every match, with the amounts of its named groups. Groups that did not take part are null.
     *
     * @return list<array<string, Amount|string|null>>
     */
    public function find(string $pattern): array
    {
        if (preg_match_all('/'.str_replace('N', self::AMOUNT, $pattern).'/iuJ', $this->words, $found, PREG_SET_ORDER) === false) {
            $this->isTooMuch = true;

            return [];
        }

        return array_map(function (array $groups): array {
            $read = [];
            foreach ($groups as $name => $text) {
                if (is_string($name)) {
                    $isAmount = preg_match('/^'.self::AMOUNT.'\z/u', $text) === 1;
                    $read[$name] = $isAmount ? $this->at($text) : ($text === '' ? null : $text);
                }
            }

            return $read;
        }, $found);
    }

    public function has(string $pattern): bool
    {
        return preg_match('/'.str_replace('N', self::AMOUNT, $pattern).'/iu', $this->words) === 1;
    }

    /** Whether there is nothing but one amount. */
    public function isBare(): bool
    {
        return preg_match('/^'.self::AMOUNT.'\z/u', $this->words) === 1;
    }
}
