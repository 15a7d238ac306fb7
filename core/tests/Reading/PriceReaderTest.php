<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use Generator;
use NumberFormatter;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Intl\Currencies;
use Symfony\Component\Intl\Locales;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\PriceTextReader;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Price\PriceReader;
use Wrasse\Core\Reading\Price\ReadLocale;

/** Price texts as shops write them. */
final class PriceReaderTest extends TestCase
{
    private const AMOUNTS_A_RUN = 4_000;

    private const MUTATIONS_A_RUN = 4_000;

    /** @return Generator<string, array{array<string, mixed>}> texts made here, each with what it says */
    public static function texts(): Generator
    {
        foreach (file(__DIR__.'/price-texts.jsonl', FILE_IGNORE_NEW_LINES) ?: [] as $line) {
            /** @var array<string, mixed> $case */
            $case = json_decode($line, true, 16, JSON_THROW_ON_ERROR);
            yield implode(' ', array_filter([$case['text'], $case['currency'] ?? '', $case['locale'] ?? ''])) => [$case];
        }
    }

    /** @param  array<string, mixed>  $case */
    #[DataProvider('texts')]
    public function test_reads_what_a_person_would(array $case): void
    {
        $read = (new PriceTextReader)->read(Node::of(array_diff_key($case, ['expect' => true])));
        /** @var array{problems?: list<string>} $expect */
        $expect = $case['expect'];
        // Problems in any order.
        sort($read['problems']);
        if (isset($expect['problems'])) {
            sort($expect['problems']);
        }
        self::assertSame($expect, array_intersect_key($this->ordered($read, $expect), $expect));
    }

    public function test_no_sentence_hides_the_price(): void
    {
        $reader = new PriceReader;
        $texts = 0;
        foreach (GeneratedTexts::all() as [$text, $price, $currency, $more]) {
            $read = $reader->read($text);
            self::assertSame([$price, $currency], [$read->price, $read->currency?->code], $text);
            self::assertSame($more === 'o', $read->oldPrice !== null, $text);
            self::assertSame($more === 'u', $read->unitPrice !== null, $text);
            self::assertTrue($more !== 't' || $read->taxIncluded === true, $text);
            $texts++;
        }
        self::assertGreaterThan(1_500, $texts);
    }

    /** Amounts as the tables of CLDR write them, in any of its locales; none is read as another one. */
    public function test_what_a_locale_writes_is_read_back_or_left(): void
    {
        $reader = new PriceReader;
        [$locales, $codes] = [Locales::getLocales(), Currencies::getCurrencyCodes()];
        mt_srand($seed = self::seed());
        $read = 0;
        for ($i = 0; $i < self::AMOUNTS_A_RUN; $i++) {
            $locale = $locales[mt_rand(0, count($locales) - 1)];
            $currency = Currency::of($codes[mt_rand(0, count($codes) - 1)]);
            $minor = mt_rand(1, 10 ** mt_rand(1, 9));
            $format = new NumberFormatter($locale, NumberFormatter::CURRENCY);
            $format->setAttribute(NumberFormatter::FRACTION_DIGITS, $currency->digits);
            $text = (string) $format->formatCurrency($minor / $currency->unit(), $currency->code);
            $got = $reader->read($text, $currency, ReadLocale::of(strtr($locale, '_', '-')));
            if ($got->price !== null && $got->currency === $currency) {
                self::assertSame($currency->format($minor), $got->price, "{$text} in {$locale}, seed {$seed}");
                $read++;
            }
        }
        self::assertGreaterThan(self::AMOUNTS_A_RUN * 0.9, $read);
    }

    public function test_nothing_that_is_typed_breaks_it(): void
    {
        $reader = new PriceReader;
        mt_srand(self::seed());
        $texts = array_map(fn (array $case): string => (string) $case[0]['text'], iterator_to_array(self::texts(), false));
        for ($i = 0; $i < self::MUTATIONS_A_RUN; $i++) {
            $text = $texts[mt_rand(0, count($texts) - 1)];
            for ($times = mt_rand(1, 5); $times > 0; $times--) {
                $at = mt_rand(0, max(0, strlen($text) - 1));
                $text = match (mt_rand(0, 3)) {
                    0 => substr($text, 0, $at).chr(mt_rand(0, 255)).substr($text, $at),
                    1 => substr($text, 0, $at).substr($text, $at + mt_rand(1, 4)),
                    2 => $text.$texts[mt_rand(0, count($texts) - 1)],
                    default => substr($text, $at).substr($text, 0, $at),
                };
            }
            $got = $reader->read($text);
            if ($got->price === null) {
                self::assertNotSame([], $got->problems, $text);
            } else {
                self::assertMatchesRegularExpression('/^\d{1,10}(?:\.\d{1,4})?\z/', $got->price, $text);
            }
        }
    }

    /**
     * @param  array<string, mixed>  $read
     * @param  array<string, mixed>  $like
     * @return array<string, mixed> in the order of the other
     */
    private function ordered(array $read, array $like): array
    {
        return array_merge(array_intersect_key($like, $read), $read);
    }

    /** A new one each run; said where something fails. */
    private static function seed(): int
    {
        return (int) (getenv('READING_SEED') ?: random_int(1, 1_000_000_000));
    }
}
