<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\MarkupReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\PercentFee;
use Wrasse\Core\Profit\Tax;
use Wrasse\Core\Rule\SupplierMarkup;

final class SupplierMarkupTest extends TestCase
{
    private const TIERS = [
        ['from' => '0.00', 'amount' => '15.00'],
        ['from' => '20.01', 'percent' => '85'],
        ['from' => '30.01', 'percent' => '15'],
    ];

    /** @return array<string, array{int, array<string, mixed>, int}> cost, what is added to the tiers, price */
    public static function prices(): array
    {
        return [
            // Common practice, no source: tiers to 20.00, from 20.01 to 30.00 at 85 %, the next one cent above.
            'the last cent of a tier' => [2_000, [], 3_500],
            'the first of the next' => [2_001, [], 3_702],
            'its last' => [3_000, [], 5_550],
            'the first of the last' => [3_001, [], 3_451],
            // Common practice, no source: 123.23 + 15 % = 141.71.
            'a part, half up' => [12_323, [], 14_171],
            'with a fee on top' => [2_000, ['fee' => '0.50'], 3_550],
            'an ending down' => [2_000, ['ending' => ['endings' => ['.99'], 'round' => 'down']], 3_499],
            'an ending up' => [2_000, ['ending' => ['endings' => ['.99'], 'round' => 'up']], 3_599],
        ];
    }

    /** @param  array<string, mixed>  $more */
    #[DataProvider('prices')]
    public function test_prices_from_cost(int $cost, array $more, int $price): void
    {
        self::assertSame($price, self::markup($more)->price(self::earnings($cost)));
    }

    public function test_the_least_profit_holds_after_the_ending_too(): void
    {
        $markup = self::markup(['min_profit' => '9.00', 'ending' => ['endings' => ['.00'], 'round' => 'down']]);
        $earnings = self::earnings(2_000);
        $price = (int) $markup->price($earnings);
        self::assertSame(0, $price % 100);
        self::assertGreaterThanOrEqual(900, $earnings->at($price)?->profit);
        self::assertLessThan(900, $earnings->at($price - 100)?->profit, 'the next ending down earns less');
    }

    public function test_was_price_and_shipping(): void
    {
        $markup = self::markup(['was_percent' => '20', 'shipping' => ['percent' => '10']]);
        self::assertSame([4_200, 539], [$markup->was(3_500), $markup->shipping(490)]);
        self::assertSame(640, self::markup(['shipping' => ['amount' => '1.50']])->shipping(490));
        self::assertSame([null, null], [self::markup()->was(3_500), self::markup()->shipping(490)]);
        self::assertNull(self::markup()->price(self::earnings(null)));
    }

    /** @return array<string, array{array<string, mixed>, string}> */
    public static function wrong(): array
    {
        return [
            'no tier' => [['tiers' => []], '$.tiers'],
            'a first tier that does not start at zero' => [
                ['tiers' => [['from' => '1.00', 'percent' => '5']]],
                '$.tiers[0].from',
            ],
            'tiers that overlap' => [
                ['tiers' => [['from' => '0.00', 'percent' => '5'], ['from' => '0.00', 'percent' => '6']]],
                '$.tiers[1].from',
            ],
            'both sizes' => [['shipping' => ['percent' => '5', 'amount' => '1.00']], '$.shipping'],
            'an unknown field' => [['colour' => 'red'], '$.colour'],
        ];
    }

    /** @param  array<string, mixed>  $more */
    #[DataProvider('wrong')]
    public function test_says_where_it_is_wrong(array $more, string $path): void
    {
        try {
            self::markup($more);
            self::fail('It was read.');
        } catch (InvalidDocument $e) {
            self::assertSame($path, $e->path);
        }
    }

    /** @param  array<string, mixed>  $more */
    private static function markup(array $more = []): SupplierMarkup
    {
        return (new MarkupReader(Currency::of('EUR')))->supplier(Node::of([...['tiers' => self::TIERS], ...$more]));
    }

    private static function earnings(?int $cost): Earnings
    {
        return Earnings::of($cost, [], 0, new Tax(Percent::of(19), true), [
            new PercentFee(Percent::of(12), Basis::Landed),
        ]);
    }
}
