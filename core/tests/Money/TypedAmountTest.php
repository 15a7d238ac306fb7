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
    /**
     * The same table is read by the tests of the interface, which reads what people type as it is typed.
     *
     * @return array<string, array{string, string}>
     */
    public static function typed(): array
    {
        return self::table()['read'];
    }

    #[DataProvider('typed')]
    public function test_reads_what_people_type(string $text, string $amount): void
    {
        $euro = Currency::of('EUR');
        self::assertSame($amount, $euro->format(TypedAmount::parse($text, $euro)));
    }

    public function test_three_decimals_are_decimals_where_the_currency_has_them(): void
    {
        self::assertSame(1_299, TypedAmount::parse('1.299', Currency::of('KWD')));
    }

    /** @return array<string, array{string}> */
    public static function wrong(): array
    {
        return array_map(fn (string $text) => [$text], self::table()['refused']);
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

    /** @return array{read: array<string, array{string, string}>, refused: array<string, string>} */
    private static function table(): array
    {
        return json_decode((string) file_get_contents(__DIR__.'/typed-amounts.json'), true, 4, JSON_THROW_ON_ERROR);
    }
}
