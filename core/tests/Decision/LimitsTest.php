<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Floors and ceilings as they come out of their terms. */
final class LimitsTest extends TestCase
{
    use Documents;

    /** @return array<string, array{list<array<string, mixed>>, string|null}> floor terms, floor; cost 10.00, MAP 17.50, no fees, no tax, offers at 20.00 and 26.00 */
    public static function floors(): array
    {
        return [
            'by hand' => [[['kind' => 'amount', 'amount' => '15.00']], '15.00'], 'margin of 20 %: 2.50 of 12.50' => [[['kind' => 'margin', 'percent' => '20']], '12.50'],
            'markup of 20 %' => [[['kind' => 'markup', 'percent' => '20']], '12.00'], 'profit' => [[['kind' => 'profit', 'amount' => '3.01']], '13.01'], 'minimum advertised price' => [[['kind' => 'map']], '17.50'],
            'the average' => [[['kind' => 'reference', 'reference' => ['of' => 'average']]], '23.00'], 'a mean of references' => [[['kind' => 'reference', 'reference' => ['mean' => [['of' => 'lowest'], ['of' => 'current']]]]], '22.45'],
            'the highest of several' => [[['kind' => 'amount', 'amount' => '15.00'], ['kind' => 'map'], ['kind' => 'markup', 'percent' => '20']], '17.50'],
            'the highest, whichever comes first' => [[['kind' => 'map'], ['kind' => 'amount', 'amount' => '15.00']], '17.50'],
        ];
    }

    /** @param  list<array<string, mixed>>  $terms */
    #[DataProvider('floors')]
    public function test_the_floor_is_the_highest_of_its_terms(array $terms, ?string $floor): void
    {
        $offers = [['seller' => 'a', 'price' => '20.00'], ['seller' => 'b', 'price' => '26.00']];
        self::assertSame($floor, self::decide(['listing' => ['map' => '17.50'], 'offers' => $offers, 'limits' => ['floor' => $terms, 'ceiling' => [['kind' => 'amount', 'amount' => '40.00']]]])['floor']);
    }

    /** @return array<string, array{list<array<string, mixed>>, string|null}> ceiling terms, ceiling; cost 10.00, RRP 33.33 */
    public static function ceilings(): array
    {
        return [
            'recommended price' => [[['kind' => 'rrp', 'percent' => '100']], '33.33'], 'recommended price where no part is named' => [[['kind' => 'rrp']], '33.33'],
            'a part of it, rounded down: 32.9967' => [[['kind' => 'rrp', 'percent' => '99']], '32.99'], 'more than it, rounded down: 36.663' => [[['kind' => 'rrp', 'percent' => '110']], '36.66'],
            'markup: 25.00 is exactly 150 %' => [[['kind' => 'markup', 'percent' => '150']], '25.00'], 'markup of a third: 13.33 is 33.3 %, 13.34 is more' => [[['kind' => 'markup', 'percent' => '33.3333']], '13.33'],
            'the lowest of several' => [[['kind' => 'rrp'], ['kind' => 'markup', 'percent' => '150'], ['kind' => 'amount', 'amount' => '39.00']], '25.00'],
        ];
    }

    /** @param  list<array<string, mixed>>  $terms */
    #[DataProvider('ceilings')]
    public function test_the_ceiling_is_the_lowest_of_its_terms(array $terms, ?string $ceiling): void
    {
        self::assertSame($ceiling, self::decide(['listing' => ['rrp' => '33.33'], 'limits' => ['floor' => [['kind' => 'amount', 'amount' => '11.00']], 'ceiling' => $terms]])['ceiling']);
    }

    public function test_a_ceiling_by_markup_that_no_price_goes_beyond_is_none(): void
    {
        $change = ['fees' => [['kind' => 'percent', 'percent' => '100']], 'limits' => ['floor' => [['kind' => 'amount', 'amount' => '11.00']], 'ceiling' => [['kind' => 'markup', 'percent' => '10']]]];
        self::assertSame('blocked ceiling_missing', self::says($change));
    }

    public function test_floor_and_ceiling_may_be_the_same(): void
    {
        $limits = fn (string $ceiling) => ['floor' => [['kind' => 'amount', 'amount' => '21.00']], 'ceiling' => [['kind' => 'amount', 'amount' => $ceiling]]];
        self::assertSame('change at_floor 21.00', self::says(['limits' => $limits('21.00')]));
        self::assertSame('blocked limits_conflict', self::says(['limits' => $limits('20.99')]));
    }

    public function test_a_market_term_takes_off_own_shipping_and_is_left_out_where_nobody_is(): void
    {
        $change = ['listing' => ['shipping' => '3.00'], 'limits' => ['floor' => [['kind' => 'reference', 'reference' => ['of' => 'lowest']], ['kind' => 'amount', 'amount' => '12.00']], 'ceiling' => [['kind' => 'amount', 'amount' => '40.00']]]];
        self::assertSame('17.00', self::decide($change)['floor']);
        self::assertSame('20.00', self::decide([...$change, 'rule' => ['compare' => 'item']])['floor']);
        self::assertSame('12.00', self::decide([...$change, 'offers' => []])['floor']);
        $change['limits']['floor'] = [['kind' => 'reference', 'reference' => ['of' => 'lowest']]];
        self::assertSame('0.01', self::decide([...$change, 'offers' => [['seller' => 'a', 'price' => '2.50']]])['floor'], 'own shipping alone costs more');
    }

    /** @return array<string, array{array<string, mixed>, array{string|null, string|null, string}}> what is given, then floor, ceiling and why it is blocked */
    public static function gaps(): array
    {
        $margin = ['kind' => 'margin', 'percent' => '10'];
        $hand = ['kind' => 'amount', 'amount' => '40.00'];

        return [
            'no cost: the ceiling can still be told' => [['listing' => ['cost' => null], 'limits' => ['floor' => [$margin], 'ceiling' => [$hand]]], [null, '40.00', 'cost_missing']],
            'no cost for the ceiling: the floor can still be told' => [['listing' => ['cost' => null], 'limits' => ['floor' => [['kind' => 'amount', 'amount' => '15.00']], 'ceiling' => [['kind' => 'markup', 'percent' => '10']]]], ['15.00', null, 'cost_missing']],
            'no cost comes before no ceiling' => [['listing' => ['cost' => null], 'limits' => ['floor' => [$margin], 'ceiling' => []]], [null, null, 'cost_missing']],
            'unreachable' => [['fees' => [['kind' => 'percent', 'percent' => '95']], 'limits' => ['floor' => [$margin], 'ceiling' => [$hand]]], [null, '40.00', 'floor_unreachable']],
            'no floor' => [['limits' => ['floor' => [['kind' => 'map']], 'ceiling' => [$hand]]], [null, '40.00', 'floor_missing']],
            'no ceiling' => [['limits' => ['floor' => [$margin], 'ceiling' => [['kind' => 'rrp']]]], ['11.12', null, 'ceiling_missing']],
            'neither' => [['limits' => []], [null, null, 'floor_missing']],
        ];
    }

    /**
     * @param  array<string, mixed>  $change
     * @param  array{string|null, string|null, string}  $expected
     */
    #[DataProvider('gaps')]
    public function test_gaps_are_named_in_their_order(array $change, array $expected): void
    {
        $decision = self::decide($change);
        self::assertSame([...$expected, 'blocked'], [$decision['floor'], $decision['ceiling'], $decision['reason'], $decision['outcome']]);
    }
}
