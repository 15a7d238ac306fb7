<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Document;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\DecisionText;
use Wrasse\Core\Tests\Decision\Documents;

/** A decision as text: each step, each limit, and what is earned before and after. */
final class DecisionTextTest extends TestCase
{
    use Documents;

    /**
     * Worked by hand: 24.90 ÷ 1.19 = 20.92 before tax; fees 12 % of 24.90 = 2.99; 20.92 − 2.99 − 10.00 = 7.93; 7.93 ÷
     * 20.92 = 37.91 %.
     */
    public function test_tells_a_change_step_by_step(): void
    {
        $change = [
            'fees' => [['kind' => 'percent', 'percent' => '12', 'on' => 'landed']],
            'tax' => ['percent' => '19', 'included' => true],
            'offers' => [['seller' => 'r', 'price' => '20.00'], ['seller' => 's', 'price' => '22.00', 'condition' => 'used']],
            'limits' => [
                'floor' => [['kind' => 'margin', 'percent' => '12'], ['kind' => 'map']],
                'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
            ],
            'rule' => [
                'reference' => ['of' => 'lowest'],
                'position' => ['move' => 'below', 'amount' => '0.05'],
                'field' => ['condition' => 'same'],
            ],
        ];
        self::assertSame(
            <<<'TEXT'
            KC-1001: 24.90 → 19.95 EUR (-19.88 %)
            change: positioned

             1. 2 offers, 1 count
             2. Floor: 12 % margin of price; ceiling: set by hand             floor 16.15, ceiling 40.00
             3. May be repriced now
             4. You do not hold the buy box
             5. The lowest offer, with shipping                               reference 20.00
             6. 0.05 below that                                               target 19.95
             7. The rule may move the price this way
             8. Between floor and ceiling
             9. Every floor term holds                                        price 19.95
            10. No brake is in the way
            11. The rule does not ask
            12. New price                                                     price 19.95

            Limits, the highest floor and the lowest ceiling bind:
                floor: 12 % margin of price                                   16.15
                floor: minimum advertised price                               no figure
                ceiling: set by hand                                          40.00

            At 24.90: 24.90 with shipping, 20.92 before tax,                  less fees 2.99, less cost 10.00
                profit 7.93                                                   margin of price 37.91 %, markup on cost 79.30 %
            At 19.95: 19.95 with shipping, 16.76 before tax,                  less fees 2.39, less cost 10.00
                profit 4.37                                                   margin of price 26.07 %, markup on cost 43.70 %

            Place among those that count: 2 → 1 of 2
                not counted: s, condition

            TEXT,
            (new DecisionText)->write(Evaluation::of(self::request($change))),
        );
    }

    public function test_says_what_is_not_known(): void
    {
        $change = ['offers' => [], 'listing' => ['cost' => null]];
        $text = (new DecisionText)->write(Evaluation::of(self::request($change)));
        self::assertStringContainsString("KC-1001: stays at 24.90 EUR\nkeep: no rivals\n", $text);
        self::assertStringContainsString('Profit is not known without a cost.', $text);
    }
}
