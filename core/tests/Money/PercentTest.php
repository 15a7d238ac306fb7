<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Money;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

final class PercentTest extends TestCase
{
    public function test_is_exact_to_four_places(): void
    {
        self::assertSame(125_000, Percent::parse('12.5')->units);
        self::assertSame('12.5', (string) Percent::parse('12.5000'));
        self::assertSame('0.0001', (string) Percent::parse('0.0001'));
        self::assertSame('-3', (string) Percent::parse('-3'));
    }

    public function test_refuses_more_places_and_words(): void
    {
        foreach (['0.00001', '12,5', '', '1 %', 'ten'] as $text) {
            try {
                Percent::parse($text);
                self::fail("“{$text}” was read.");
            } catch (InvalidAmount) {
                $this->addToAssertionCount(1);
            }
        }
    }

    /** brick/math as an independent reference. */
    public function test_rounds_like_decimal_arithmetic(): void
    {
        mt_srand(4217);
        for ($i = 0; $i < 2_000; $i++) {
            $percent = Percent::parse(sprintf('%d.%04d', mt_rand(0, 99), mt_rand(0, 9_999)));
            $amount = mt_rand(0, 100_000_000);
            $share = BigDecimal::of((string) $percent)
                ->dividedBy(100, 10, RoundingMode::HALF_UP)
                ->multipliedBy($amount);
            self::assertSame($share->toScale(0, RoundingMode::HALF_UP)->toInt(), $percent->partHalfUp($amount));
            self::assertSame(
                BigDecimal::of($amount)->minus($share)->toScale(0, RoundingMode::FLOOR)->toInt(),
                $percent->takenOffDown($amount),
            );
            self::assertSame(
                BigDecimal::of($amount)->plus($share)->toScale(0, RoundingMode::HALF_UP)->toInt(),
                $percent->addedHalfUp($amount),
            );
        }
    }

    /** @return array<string, array{int, int, string}> common practice, no source */
    public static function moves(): array
    {
        return [
            'down' => [378, 343, '-9.26'],
            'up' => [100, 104, '+4.00'],
            'none' => [100, 100, '0.00'],
            'half away from zero' => [20_000, 20_001, '+0.01'],
            'and down' => [20_000, 19_999, '-0.01'],
        ];
    }

    #[DataProvider('moves')]
    public function test_change_in_percent(int $from, int $to, string $percent): void
    {
        self::assertSame($percent, (new PriceMove($from, $to))->percent());
    }
}
