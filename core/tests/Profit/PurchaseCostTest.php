<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Profit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\PurchaseCost;

final class PurchaseCostTest extends TestCase
{
    /** @return array<string, array{int, int, int, string|null, int}> price, shipping, added, tax, cost */
    public static function purchases(): array
    {
        return [
            'as it is' => [1_190, 0, 0, null, 1_190],
            'with shipping and what comes on top' => [1_190, 490, 50, null, 1_730],
            // 11.90 with 19 % is 10.00 without: Council Directive 2006/112/EC, article 78.
            'without the tax that is got back' => [1_190, 0, 0, '19', 1_000],
            'shipping is taxed too, what comes on top is not' => [1_190, 595, 50, '19', 1_550],
            'rounded half up' => [100, 0, 0, '7', 93],
            'no tax' => [999, 0, 0, '0', 999],
        ];
    }

    #[DataProvider('purchases')]
    public function testComesTo(int $price, int $shipping, int $added, ?string $tax, int $cost): void
    {
        self::assertSame($cost, PurchaseCost::of($price, $shipping, $added, $tax === null ? null : Percent::parse($tax)));
    }
}
