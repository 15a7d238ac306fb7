<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Money;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\CostConversion;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\ExchangeRate;
use Wrasse\Core\Money\ExchangeRates;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;

/** Amounts across currencies: exact at the rate, rounded once. */
final class ExchangeRateTest extends TestCase
{
    private static function rate(string $from, string $to, string $rate, int $day = 0): ExchangeRate
    {
        return ExchangeRate::of(Currency::of($from), Currency::of($to), $rate, $day, 'ECB');
    }

    /**
     * The irrevocable rates of the euro: Council Regulation (EC) No 2866/98; values from memory. By Regulation (EC) No
     * 1103/97, article 4, national units are converted across the euro.
     *
     * @return array<string, array{string, int, string, int}>
     */
    public static function irrevocable(): array
    {
        return [
            '100.00 DEM are 51.13 EUR' => ['DEM', 100_00, 'EUR', 51_13],
            '100.00 EUR are 195.58 DEM' => ['EUR', 100_00, 'DEM', 195_58],
            '100.00 FRF are 15.24 EUR' => ['FRF', 100_00, 'EUR', 15_24],
            '1000.00 FRF are 298.16 DEM' => ['FRF', 1_000_00, 'DEM', 298_16],
            '100.00 DEM are 335.39 FRF' => ['DEM', 100_00, 'FRF', 335_39],
            '1 EUR is 1936 ITL' => ['EUR', 1_00, 'ITL', 1_936],
        ];
    }

    #[DataProvider('irrevocable')]
    public function test_sums_are_converted_across_the_euro(string $from, int $amount, string $to, int $expected): void
    {
        $rates = new ExchangeRates([
            self::rate('EUR', 'DEM', '1.95583'),
            self::rate('EUR', 'FRF', '6.55957'),
            self::rate('EUR', 'ITL', '1936.27'),
        ]);
        $rate = $rates->find(Currency::of($from), Currency::of($to));
        self::assertNotNull($rate);
        self::assertSame($expected, $rate->convert($amount));
        self::assertSame(-$expected, $rate->convert(-$amount));
    }

    /**
     * @return array<string, array{string, string, string, string, int, int}> from, to, rate, margin, amount, expected
     */
    public static function costs(): array
    {
        return [
            'up to the next cent' => ['USD', 'EUR', '0.9', '0', 1_01, 91],
            'no more where it is exact' => ['USD', 'EUR', '0.9', '0', 1_00, 90],
            'with a margin: 10.00 × 0.9 × 1.02' => ['USD', 'EUR', '0.9', '2', 10_00, 9_18],
            'to a currency without decimals: 10.01 × 155.32 = 1554.7532' => ['USD', 'JPY', '155.32', '0', 10_01, 1_555],
            'from one without: 1000 × 0.0061 = 6.10' => ['JPY', 'EUR', '0.0061', '0', 1_000, 6_10],
            'to one with three: 10.00 × 0.30745 = 3.0745' => ['USD', 'KWD', '0.30745', '0', 10_00, 3_075],
            'nothing stays nothing' => ['USD', 'EUR', '0.9', '5', 0, 0],
            'a large amount times a long rate' => [
                'USD', 'EUR', '0.923275925077', '2', 1_000_000_000_00, 94_174_144_358,
            ],
        ];
    }

    #[DataProvider('costs')]
    public function test_costs_are_rounded_up_after_the_margin(
        string $from,
        string $to,
        string $rate,
        string $margin,
        int $cost,
        int $expected,
    ): void {
        $conversion = new CostConversion(self::rate($from, $to, $rate), Percent::parse($margin));
        self::assertSame($expected, $conversion->of($cost));
    }

    public function test_a_converted_cost_never_covers_less_than_cost_rate_and_margin_ask(): void
    {
        mt_srand(42);
        for ($i = 0; $i < 3_000; $i++) {
            $digits = mt_rand(0, 8);
            $rate = mt_rand(1, 9_999_999);
            $margin = mt_rand(0, 100_000);
            $cost = mt_rand(0, 10 ** mt_rand(1, 9));
            $decimal = bcdiv((string) $rate, bcpow('10', (string) $digits), $digits);
            $conversion = new CostConversion(self::rate('USD', 'EUR', $decimal), Percent::units($margin));
            // cost × rate × (1 + margin), all of it as whole numbers.
            $exact = bcmul(bcmul((string) $cost, (string) $rate), (string) (Percent::WHOLE + $margin));
            $unit = bcmul(bcpow('10', (string) $digits), (string) Percent::WHOLE);
            if (bccomp(bcdiv($exact, $unit), '90000000000') > 0) {
                continue;
            }
            $converted = (string) $conversion->of($cost);
            self::assertGreaterThanOrEqual(0, bccomp(bcmul($converted, $unit), $exact), "{$cost} at {$decimal}");
            self::assertSame(-1, bccomp(bcmul(bcsub($converted, '1'), $unit), $exact), "{$cost} at {$decimal}");
        }
    }

    public function test_a_way_across_is_as_old_as_its_older_rate_and_the_latest_way_is_taken(): void
    {
        $rates = new ExchangeRates([
            self::rate('EUR', 'USD', '1.08', 20_000),
            self::rate('EUR', 'CHF', '0.96', 20_002),
            self::rate('GBP', 'USD', '1.26', 20_003),
            self::rate('GBP', 'CHF', '1.12', 20_004),
        ]);
        $rate = $rates->find(Currency::of('USD'), Currency::of('CHF'));
        self::assertSame(['0.888889', 20_003], [(string) $rate, $rate?->day]);
        self::assertSame('0.925926', (string) $rates->find(Currency::of('USD'), Currency::of('EUR')));
        self::assertNull($rates->find(Currency::of('USD'), Currency::of('SEK')));
    }

    public function test_it_has_moved_only_beyond_the_part(): void
    {
        $before = self::rate('EUR', 'USD', '1.0000');
        self::assertFalse(self::rate('EUR', 'USD', '1.0100')->hasMovedFrom($before, Percent::of(1)));
        self::assertTrue(self::rate('EUR', 'USD', '1.0101')->hasMovedFrom($before, Percent::of(1)));
        self::assertTrue(self::rate('EUR', 'USD', '0.9899')->hasMovedFrom($before, Percent::of(1)));
    }

    /** @return array<string, array{string, string}> */
    public static function shown(): array
    {
        return [
            'six digits' => ['1.08312345', '1.08312'],
            'rounded half up' => ['1.0831250', '1.08313'],
            'small ones' => ['0.000060512349', '0.0000605123'],
            'large ones whole' => ['25419876.5', '25419877'],
            'without zeros at the end' => ['155.320000', '155.32'],
        ];
    }

    #[DataProvider('shown')]
    public function test_it_is_shown_with_six_significant_digits(string $rate, string $shown): void
    {
        self::assertSame($shown, (string) self::rate('EUR', 'USD', $rate));
    }

    /** @return array<string, array{string}> */
    public static function wrong(): array
    {
        return ['zero' => ['0.000'], 'negative' => ['-1'], 'a comma' => ['1,08'], 'nothing' => [''],
            'thirteen decimals' => ['1.0000000000001'], 'words' => ['par'], 'an exponent' => ['1e3']];
    }

    #[DataProvider('wrong')]
    public function test_what_is_no_rate_is_refused(string $rate): void
    {
        $this->expectException(InvalidAmount::class);
        self::rate('EUR', 'USD', $rate);
    }

    public function test_an_amount_beyond_the_largest_is_refused(): void
    {
        $this->expectException(InvalidAmount::class);
        (new CostConversion(self::rate('EUR', 'IDR', '17000'), Percent::of(0)))->of(Currency::LARGEST);
    }
}
