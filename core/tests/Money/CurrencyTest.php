<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Money;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

final class CurrencyTest extends TestCase
{
    /** @return array<string, array{string, int}> minor unit digits as ISO 4217:2015, list one, gives them (values from memory) */
    public static function digits(): array
    {
        return [
            'yen' => ['JPY', 0], 'won' => ['KRW', 0], 'Chilean peso' => ['CLP', 0], 'euro' => ['EUR', 2], 'pound' => ['GBP', 2], 'dollar' => ['USD', 2],
            'Swiss franc' => ['CHF', 2], 'Kuwaiti dinar' => ['KWD', 3], 'Bahraini dinar' => ['BHD', 3], 'Tunisian dinar' => ['TND', 3],
        ];
    }

    #[DataProvider('digits')]
    public function test_minor_unit_digits(string $code, int $digits): void
    {
        self::assertSame($digits, Currency::of($code)->digits);
    }

    public function test_reads_and_writes_plain_decimals(): void
    {
        $euro = Currency::of('EUR');
        foreach (['0.00' => 0, '0.05' => 5, '24.90' => 2490, '1000000.00' => 100_000_000, '-3.01' => -301] as $text => $minor) {
            self::assertSame($minor, $euro->parse((string) $text));
            self::assertSame((string) $text, $euro->format($minor));
        }
        self::assertSame(2490, $euro->parse('24.9'));
        self::assertSame('890', Currency::of('JPY')->format(890));
        self::assertSame('0.007', Currency::of('KWD')->format(7));
    }

    /** @return array<string, array{string, string}> */
    public static function wrong(): array
    {
        return [
            'empty' => ['EUR', ''], 'words' => ['EUR', 'NaN'], 'exponent' => ['EUR', '1e3'], 'comma' => ['EUR', '1,50'], 'too many digits' => ['EUR', '1.005'],
            'a digit too many in yen' => ['JPY', '1.0'], 'beyond the largest' => ['EUR', '1000000000.01'], 'a space' => ['EUR', ' 1.00'], 'a line end' => ['EUR', "1.00\n"],
        ];
    }

    #[DataProvider('wrong')]
    public function test_refuses_what_is_no_amount(string $code, string $text): void
    {
        $this->expectException(InvalidAmount::class);
        Currency::of($code)->parse($text);
    }

    public function test_refuses_unknown_currencies(): void
    {
        $this->expectException(InvalidAmount::class);
        Currency::of('eur');
    }
}
