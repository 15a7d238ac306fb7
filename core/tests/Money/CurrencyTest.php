<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Money;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

final class CurrencyTest extends TestCase
{
    /** Minor unit digits as ISO 4217:2015, list one, gives them (values from memory). */
    private const ISO_4217 = [
        0 => 'BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF',
        2 => 'AED AFN ALL AMD ANG AOA ARS AUD AWG AZN BAM BBD BDT BGN BMD BND BOB BOV BRL BSD BTN BWP BYN BZD CAD CDF CHE CHF CHW CNY COP COU CRC CUP CVE CZK DKK DOP DZD '.
            'EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL HTG HUF IDR ILS INR IRR JMD KES KGS KHR KPW KYD KZT LAK LBP LKR LRD LSL MAD MDL MGA MKD MMK MNT '.
            'MOP MRU MUR MVR MWK MXN MXV MYR MZN NAD NGN NIO NOK NPR NZD PAB PEN PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR SDG SEK SGD SHP SLE SOS SRD SSP STN SVC SYP '.
            'SZL THB TJS TMT TOP TRY TTD TWD TZS UAH USD USN UYU UZS VED VES WST XCD YER ZAR ZMW',
        3 => 'BHD IQD JOD KWD LYD OMR TND',
    ];

    /**
     * Where the currency data that is used here (CLDR) follows what is in circulation rather than the standard: no
     * minor unit.
     */
    private const WITHOUT_MINOR_UNIT_IN_USE = 'AFN ALL COP HUF IDR IQD IRR KPW LAK LBP MGA MMK SOS SYP YER';

    public function test_minor_unit_digits_are_those_of_the_standard_but_for_a_known_few(): void
    {
        $other = [];
        foreach (self::ISO_4217 as $digits => $codes) {
            foreach (explode(' ', $codes) as $code) {
                if (Currency::of($code)->digits !== $digits) {
                    self::assertSame(0, Currency::of($code)->digits, $code);
                    $other[] = $code;
                }
            }
        }
        sort($other);
        self::assertSame(self::WITHOUT_MINOR_UNIT_IN_USE, implode(' ', $other));
    }

    public function test_reads_and_writes_plain_decimals(): void
    {
        $euro = Currency::of('EUR');
        foreach (
            ['0.00' => 0, '0.05' => 5, '24.90' => 2490, '1000000.00' => 100_000_000, '-3.01' => -301] as $text => $minor
        ) {
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
            'empty' => ['EUR', ''],
            'words' => ['EUR', 'NaN'],
            'exponent' => ['EUR', '1e3'],
            'comma' => ['EUR', '1,50'],
            'too many digits' => ['EUR', '1.005'],
            'a digit too many in yen' => ['JPY', '1.0'],
            'beyond the largest' => ['EUR', '1000000000.01'],
            'a space' => ['EUR', ' 1.00'],
            'a line end' => ['EUR', "1.00\n"],
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
