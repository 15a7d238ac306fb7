<?php

declare(strict_types=1);

namespace App\Catalogue\Currencies;

use App\Support\Messages\Message;
use DateTimeImmutable;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\ExchangeRate;
use Wrasse\Core\Money\InvalidAmount;

/**
 * Reads files of rates: the layout of the European Central Bank (Date,USD,JPY,…; one line a day, for one euro; N/A where
 * there is none), or date,currency,rate with a base if that is another one than the euro. Separated by comma, semicolon
 * or tab.
 */
final readonly class RatesFile
{
    private const MOST_LINES = 20_000;

    private const ABSENT = ['', 'N/A', '-'];

    /** @param  string  $base  of a plain file without a column for it */
    public function __construct(private string $base = 'EUR')
    {
    }

    /**
     * @return list<PublishedRate>
     *
     * @throws ValidationException at "file", naming the line
     */
    public function read(string $text): array
    {
        if (! mb_check_encoding($text, 'UTF-8')) {
            throw $this->wrong(Message::of('rates_file_not_utf8'));
        }
        $lines = preg_split('/\r\n|\r|\n/', trim(preg_replace('/^\xEF\xBB\xBF/', '', $text) ?? ''), self::MOST_LINES + 2);
        if ($lines === false || count($lines) < 2) {
            throw $this->wrong(Message::of('rates_file_no_header'));
        }
        if (count($lines) > self::MOST_LINES) {
            throw $this->wrong(Message::of('rates_file_too_long', most: self::MOST_LINES));
        }
        $separator = $this->separator($lines[0]);
        $cells = fn (string $line): array => array_map(
            fn (?string $cell): string => trim((string) $cell, " \t\u{00A0}"),
            str_getcsv($line, $separator, '"', ''),
        );
        $header = $cells($lines[0]);
        $names = array_map(mb_strtolower(...), $header);
        if ($names[0] !== 'date') {
            throw $this->wrong(Message::of('rates_file_first_column'));
        }
        $isPlain = in_array('currency', $names, true) && in_array('rate', $names, true);
        $rates = [];
        foreach (array_slice($lines, 1) as $i => $line) {
            if (trim($line) !== '') {
                $row = $cells($line);
                array_push($rates, ...$isPlain ? [$this->plain($names, $row, $i + 2)] : $this->ofDay($header, $row, $i + 2));
            }
        }

        return $rates !== [] ? $rates : throw $this->wrong(Message::of('rates_file_empty'));
    }

    private function separator(string $header): string
    {
        $counts = array_map(fn (string $one): int => substr_count($header, $one), [',' => ',', ';' => ';', "\t" => "\t"]);
        arsort($counts);

        return (string) array_key_first($counts);
    }

    /**
     * @param  list<string>  $names
     * @param  list<string>  $row
     */
    private function plain(array $names, array $row, int $line): PublishedRate
    {
        $cell = function (string $name) use ($names, $row): string {
            $at = array_search($name, $names, true);

            return $at === false ? '' : $row[$at] ?? '';
        };

        return $this->rate($cell('base') ?: $this->base, $cell('currency'), $cell('rate'), $this->day($cell('date'), $line), $line);
    }

    /**
     * @param  list<string>  $header
     * @param  list<string>  $row
     * @return list<PublishedRate>
     */
    private function ofDay(array $header, array $row, int $line): array
    {
        $day = $this->day($row[0] ?? '', $line);
        $rates = [];
        foreach ($header as $i => $currency) {
            $rate = $row[$i] ?? '';
            // The bank ends its lines with a comma; currencies that have gone stand there without a rate.
            if ($i > 0 && $currency !== '' && ! in_array(strtoupper($rate), self::ABSENT, true)) {
                $rates[] = $this->rate('EUR', $currency, $rate, $day, $line);
            }
        }

        return $rates;
    }

    private function rate(string $base, string $quote, string $rate, string $day, int $line): PublishedRate
    {
        [$base, $quote] = [strtoupper($base), strtoupper($quote)];
        $decimal = preg_match('/^\d+,\d+\z/', $rate) === 1 ? str_replace(',', '.', $rate) : $rate;
        try {
            ExchangeRate::of(Currency::of($base), Currency::of($quote), $decimal);
        } catch (InvalidAmount $e) {
            throw $this->wrong(Message::of(
                'rates_file_line_unreadable',
                line: $line,
                base: $base,
                quote: $quote,
                rate: $rate,
                expected: Message::because($e),
            ));
        }
        if ($base === $quote) {
            throw $this->wrong(Message::of('rates_file_line_same_currency', line: $line));
        }

        return new PublishedRate($base, $quote, $decimal, $day);
    }

    private function day(string $text, int $line): string
    {
        foreach (['Y-m-d', 'j F Y', 'd.m.Y', 'd/m/Y'] as $format) {
            $day = DateTimeImmutable::createFromFormat("!{$format}", $text);
            if ($day !== false && DateTimeImmutable::getLastErrors() === false) {
                return $day->format('Y-m-d');
            }
        }
        throw $this->wrong(Message::of('rates_file_line_no_day', line: $line, text: $text));
    }

    private function wrong(Message $says): ValidationException
    {
        return ValidationException::withMessages(['file' => $says]);
    }
}
