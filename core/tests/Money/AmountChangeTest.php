<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Money;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\AmountChange;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

final class AmountChangeTest extends TestCase
{
    /** @return array<string, array{AmountChange, int|null, int}> */
    public static function changes(): array
    {
        return [
            'set' => [AmountChange::set(840), 1_000, 840],
            'set where there was none' => [AmountChange::set(840), null, 840],
            'set to nothing' => [AmountChange::set(0), 1_000, 0],
            'add' => [AmountChange::add(40), 1_000, 1_040],
            'take off' => [AmountChange::add(-40), 1_000, 960],
            'take off all' => [AmountChange::add(-1_000), 1_000, 0],
            // Common practice, no source: 123.23 + 15 % = 141.7145, to the cent 141.71.
            'add a part' => [AmountChange::addPercent(Percent::of(15)), 12_323, 14_171],
            'a half goes away from zero, up' => [AmountChange::addPercent(Percent::of(5)), 10, 11],
            'and down' => [AmountChange::addPercent(Percent::of(-5)), 10, 9],
            'take off all of it' => [AmountChange::addPercent(Percent::of(-100)), 1_234, 0],
        ];
    }

    #[DataProvider('changes')]
    public function test_changes_amounts(AmountChange $change, ?int $before, int $after): void
    {
        self::assertSame($after, $change->of($before));
    }

    /** @return array<string, array{AmountChange, int|null, string}> */
    public static function impossible(): array
    {
        return [
            'nothing to add to' => [AmountChange::add(10), null, 'There is nothing to add to'],
            'below zero' => [AmountChange::add(-11), 10, 'It would come to less than nothing'],
            'beyond the largest' => [AmountChange::add(1), Currency::LARGEST, 'It would be beyond the largest amount'],
        ];
    }

    #[DataProvider('impossible')]
    public function test_says_what_cannot_be(AmountChange $change, ?int $before, string $says): void
    {
        $this->expectException(InvalidAmount::class);
        $this->expectExceptionMessage($says);
        $change->of($before);
    }

    public function test_a_step_beyond_a_part_is_told_exactly(): void
    {
        self::assertFalse((new PriceMove(1_000, 1_200))->isBeyond(Percent::of(20)));
        self::assertTrue((new PriceMove(1_000, 1_201))->isBeyond(Percent::of(20)));
        self::assertTrue((new PriceMove(1_000, 799))->isBeyond(Percent::of(20)));
        self::assertFalse((new PriceMove(1_000, 800))->isBeyond(Percent::of(20)));
    }
}
