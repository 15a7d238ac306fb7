<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Money;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\TypedAmount;

final class TypedAmountTest extends TestCase
{
    /** @return array<string, array{string, int}> */
    public static function typed(): array
    {
        return [
            'decimal comma' => ['12,5', 1250],
            'decimal point' => ['12.50', 1250],
            'German thousands' => ['1.299,00', 129_900],
            'English thousands' => ['1,299.00', 129_900],
            'thousands only, point' => ['1.299', 129_900],
            'thousands only, comma' => ['1,299', 129_900],
            'two groups' => ['1.299.000', 129_900_000],
            'euro in front' => ['€ 4', 400],
            'euro behind' => ['4,50 €', 450],
            'code' => ['EUR 4', 400],
            'Swiss' => ["1'299.-", 129_900],
            'narrow space' => ["1\u{202F}299,00", 129_900],
            'no whole part' => [',99', 99],
            'trailing zeros' => ['3.500,000', 350_000],
            'leading zero decimals' => ['0,5', 50],
        ];
    }

    #[DataProvider('typed')]
    public function test_reads_what_people_type(string $text, int $minor): void
    {
        self::assertSame($minor, TypedAmount::parse($text, Currency::of('EUR')));
    }

    public function test_three_decimals_are_decimals_where_the_currency_has_them(): void
    {
        self::assertSame(1_299, TypedAmount::parse('1.299', Currency::of('KWD')));
    }

    /** @return array<string, array{string}> */
    public static function wrong(): array
    {
        return [
            'empty' => [''],
            'words' => ['abc'],
            'sign' => ['-4'],
            'formula' => ['=2+3'],
            'groups of two' => ['12,34,56'],
            'groups of four' => ['1,2345.00'],
            'too many digits' => ['0,123'],
            'two decimals' => ['1,2.3,4'],
            'exponent' => ['1E5'],
            'only a separator' => [','],
        ];
    }

    #[DataProvider('wrong')]
    public function test_refuses_what_it_cannot_be_sure_of(string $text): void
    {
        $this->expectException(InvalidAmount::class);
        TypedAmount::parse($text, Currency::of('EUR'));
    }

    /** @return array<string, array{string, '.'|',', int}> */
    public static function withKnownDecimals(): array
    {
        return [
            'three decimals' => ['8.400', '.', 840],
            'thousands' => ['8.400', ',', 840_000],
            'both' => ['1.299,00', ',', 129_900],
            'the other way' => ['1,299.00', '.', 129_900],
            'none' => ['24', ',', 2_400],
            'only decimals' => [',50', ',', 50],
            'a blank for thousands' => ['1 299,5', ',', 129_950],
        ];
    }

    /** @param  '.'|','  $decimal */
    #[DataProvider('withKnownDecimals')]
    public function test_reads_with_a_known_separator(string $text, string $decimal, int $minor): void
    {
        self::assertSame($minor, TypedAmount::parse($text, Currency::of('EUR'), $decimal));
    }

    public function test_a_figure_written_the_other_way_is_refused(): void
    {
        foreach (['12,50', '1.299,00', '1.2.3', '12.345'] as $text) {
            try {
                TypedAmount::parse($text, Currency::of('EUR'), '.');
                self::fail("{$text} was read");
            } catch (InvalidAmount $e) {
                self::assertStringContainsString('amount', $e->getMessage());
            }
        }
    }
}
