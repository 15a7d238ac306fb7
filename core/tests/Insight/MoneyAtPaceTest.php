<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Insight;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;
use Wrasse\Core\Insight\MoneyAtPace;

final class MoneyAtPaceTest extends TestCase
{
    public function test_it_adds_up_what_was_sold_at_the_old_and_the_new_price(): void
    {
        $money = new MoneyAtPace();
        // 24.90 → 23.90, cost 10.00, no tax, 10 % of the price as fee: profit 12.41 → 11.51. Sold 7 times.
        $money->add($this->decide('24.90', '10.00', '23.90'), 7);
        self::assertSame(
            [17_430, 16_730, 8_687, 8_057],
            [$money->revenueBefore, $money->revenueAfter, $money->profitBefore, $money->profitAfter],
        );
        // One that stays, and one without a cost: revenue only.
        $money->add($this->decide('23.90', '10.00', '23.90'), 2);
        $money->add($this->decide('24.90', null, '23.90'), 1);
        self::assertSame(
            [17_430 + 4_780 + 2_490, 16_730 + 4_780 + 2_390, 8_687 + 2 * 1_151, 8_057 + 2 * 1_151],
            [$money->revenueBefore, $money->revenueAfter, $money->profitBefore, $money->profitAfter],
        );
    }

    private function decide(string $price, ?string $cost, string $rival): \Wrasse\Core\Decision\Decision
    {
        return Evaluation::of(
            (new RequestReader())->read(
                Node::of([
                    'now' => '2026-03-02T09:00:00Z',
                    'listing' => [
                        'sku' => 'KC-1',
                        'currency' => 'EUR',
                        'seller' => 'us',
                        'price' => $price,
                        'cost' => $cost,
                    ],
                    'fees' => [['kind' => 'percent', 'percent' => '10']],
                    'limits' => [
                        'floor' => [['kind' => 'amount', 'amount' => '1.00']],
                        'ceiling' => [['kind' => 'amount', 'amount' => '99.00']],
                    ],
                    'offers' => [['seller' => 'a', 'price' => $rival]],
                    'rule' => ['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest']],
                ]),
            ),
        );
    }
}
