<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use Symfony\Component\Intl\Currencies;
use Wrasse\Core\Money\Currency;

use function array_keys;
use function array_map;
use function count;
use function implode;
use function in_array;
use function mb_strtolower;
use function preg_quote;
use function strtoupper;
use function usort;

/** A sign, a code or a word for a currency, as it stands beside a number. */
final readonly class CurrencyMark
{
    /** Signs and words, and the currencies that each can stand for; the first of several is meant if nothing says more. */
    private const SIGNS = [
        '€' => ['EUR'], 'euros' => ['EUR'], 'euro' => ['EUR'],
        '£' => ['GBP', 'EGP', 'GIP', 'FKP', 'SHP', 'LBP', 'SSP', 'SYP'],
        'us$' => ['USD'], 'us $' => ['USD'], 'c$' => ['CAD'], 'ca$' => ['CAD'], 'a$' => ['AUD'], 'au$' => ['AUD'], 'nz$' => ['NZD'],
        '$us' => ['USD'], '$ca' => ['CAD'], '$au' => ['AUD'], '$nz' => ['NZD'], '$hk' => ['HKD'], '$mx' => ['MXN'],
        'cn¥' => ['CNY'], 'jp¥' => ['JPY'], 'cfpf' => ['XPF'], 'f cfa' => ['XOF', 'XAF'], 'fcfa' => ['XAF', 'XOF'],
        'hk$' => ['HKD'], 's$' => ['SGD'], 'nt$' => ['TWD'], 'mx$' => ['MXN'], 'r$' => ['BRL'],
        '$' => [
            'USD', 'CAD', 'AUD', 'NZD', 'HKD', 'SGD', 'MXN', 'ARS', 'CLP', 'COP', 'TWD', 'JMD', 'TTD', 'BBD', 'BSD', 'BZD',
            'BMD', 'BND', 'FJD', 'GYD', 'KYD', 'LRD', 'NAD', 'SBD', 'SRD', 'UYU', 'XCD', 'DOP', 'CUP', 'CVE',
        ],
        '¥' => ['JPY', 'CNY'], '円' => ['JPY'], '元' => ['CNY'],
        'zł' => ['PLN'], 'zl' => ['PLN'], 'kč' => ['CZK'], 'ft' => ['HUF'], 'lei' => ['RON'], 'лв' => ['BGN'], '₹' => ['INR'],
        '₺' => ['TRY'], '₩' => ['KRW'], '원' => ['KRW'], '₽' => ['RUB'], '₴' => ['UAH'], '₪' => ['ILS'], '₫' => ['VND'], '฿' => ['THB'],
        '₱' => ['PHP'], '₦' => ['NGN'], '₸' => ['KZT'], '₾' => ['GEL'], '₼' => ['AZN'], '₡' => ['CRC'], '₲' => ['PYG'], '₵' => ['GHS'],
        'sfr' => ['CHF'], 'fr' => ['CHF'],
        'kr' => ['SEK', 'NOK', 'DKK', 'ISK'],
        'rs' => ['INR', 'PKR', 'LKR', 'NPR', 'MUR', 'SCR'],
    ];

    /** Those of several that stand for the first one if nothing says more. */
    private const USUAL = ['$', '¥', '£'];

    /** A dot belongs to them. */
    private const WITH_DOT = ['fr', 'sfr', 'kr', 'rs', 'лв'];

    /** Codes that people write in small letters too; others are words of some language. */
    private const SMALL = [
        'AED', 'AUD', 'BGN', 'BRL', 'CAD', 'CHF', 'CNY', 'CZK', 'DKK', 'EUR', 'GBP', 'HKD', 'HUF', 'IDR', 'ILS', 'INR', 'ISK', 'JPY',
        'KRW', 'KWD', 'MXN', 'MYR', 'NOK', 'NZD', 'PHP', 'PLN', 'RON', 'RSD', 'RUB', 'SAR', 'SEK', 'SGD', 'THB', 'TND', 'TWD', 'UAH', 'USD', 'VND',
    ];

    /** @param  list<string>  $codes  currencies that it can stand for */
    private function __construct(public array $codes, public bool $isUsual)
    {
    }

    public static function of(string $mark): self
    {
        $plain = mb_strtolower($mark);
        $plain = in_array(rtrim($plain, '.'), self::WITH_DOT, true) ? rtrim($plain, '.') : $plain;
        $codes = self::SIGNS[$plain] ?? [strtoupper($mark)];

        return new self($codes, count($codes) === 1 || in_array($plain, self::USUAL, true));
    }

    /**
     * Of several beside one number the one that says most; null of none.
     *
     * @param  array<string>  $marks
     */
    public static function clearest(array $marks): ?self
    {
        $read = array_map(self::of(...), array_values($marks));
        foreach ($read as $one) {
            if (count($one->codes) === 1) {
                return $one;
            }
        }

        return $read[0] ?? null;
    }

    /** A pattern of all marks, to stand in a larger one with the flag u. */
    public static function pattern(): string
    {
        /** @var string|null $pattern */
        static $pattern = null;

        return $pattern ??= self::build();
    }

    private static function build(): string
    {
        $signs = array_keys(self::SIGNS);
        usort($signs, fn (string $a, string $b) => strlen($b) <=> strlen($a));
        $signs = array_map(function (string $sign): string {
            $isWord = preg_match('/^\p{L}/u', $sign) === 1;
            $endsInWord = preg_match('/\p{L}\z/u', $sign) === 1;

            return ($isWord ? '(?<!\p{L})' : '').'(?i:'.preg_quote($sign, '/').')'.
                (in_array($sign, self::WITH_DOT, true) ? '\.?' : '').
                // "£MT" is no "£".
                ($endsInWord ? '(?!\p{L})' : '(?![A-Z]{2}(?!\p{L}))');
        }, $signs);
        $codes = Currencies::getCurrencyCodes();
        $any = implode('|', self::SMALL);
        $capitals = implode('|', array_diff($codes, self::SMALL));

        return '(?:'.implode('|', $signs)."|(?<!\\p{L})(?:(?i:{$any})|{$capitals})(?!\\p{L}))";
    }

    /**
     * Which currency is meant, and what is to be said about it. The text wins over what is given; a locale decides only
     * between those that the mark can stand for.
     *
     * @return array{Currency|null, list<string>}
     */
    public function mean(?Currency $given, ?ReadLocale $locale): array
    {
        if ($given !== null && in_array($given->code, $this->codes, true)) {
            return [$given, []];
        }
        $problems = $given === null ? [] : ['currency_differs'];
        if (count($this->codes) === 1) {
            return [Currency::of($this->codes[0]), $problems];
        }
        if ($locale?->currency !== null && in_array($locale->currency->code, $this->codes, true)) {
            return [$locale->currency, $problems];
        }
        if (! $this->isUsual) {
            return [null, [...$problems, 'currency_unknown']];
        }

        return [Currency::of($this->codes[0]), $this->codes[0] === 'GBP' ? $problems : [...$problems, 'currency_assumed']];
    }
}
