<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Market;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Offer;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\Tax;

/** Means and medians of the field against published examples; the values are from memory. */
final class StatisticsTest extends TestCase
{
    /** OpenStax, Introductory Statistics, example 2.26: 40 values, mean 23.6 (23.575), median 24. */
    public function test_an_example_from_a_textbook(): void
    {
        $months = [
            3,
            4,
            8,
            8,
            10,
            11,
            12,
            13,
            14,
            15,
            15,
            16,
            16,
            17,
            17,
            18,
            21,
            22,
            22,
            24,
            24,
            25,
            26,
            26,
            27,
            27,
            29,
            29,
            31,
            32,
            33,
            33,
            34,
            34,
            35,
            37,
            40,
            44,
            44,
            47,
        ];
        $field = self::field(array_map(fn (int $value) => $value * 1_000, $months));
        self::assertSame([23_575, 24_000], [$field->average(), $field->median()]);
    }

    /** NIST Statistical Reference Datasets, NumAcc1: 10000001, 10000003, 10000002, certified mean 10000002. */
    public function test_large_values_close_together(): void
    {
        self::assertSame(10_000_002, self::field([10_000_001, 10_000_003, 10_000_002])->average());
        self::assertSame(10_000_002, self::field([10_000_001, 10_000_003, 10_000_002])->median());
    }

    /**
     * Anscombe, Graphs in Statistical Analysis, The American Statistician 27 (1973): the y of all four sets average
     * 7.50.
     */
    public function test_four_sets_with_the_same_mean(): void
    {
        foreach (
            [
                [[804, 695, 758, 881, 833, 996, 724, 426, 1084, 482, 568], 758],
                [[914, 814, 874, 877, 926, 810, 613, 310, 913, 726, 474], 814],
                [[746, 677, 1274, 711, 781, 884, 608, 539, 815, 642, 573], 711],
                [[658, 576, 771, 884, 847, 704, 525, 1250, 556, 791, 689], 704],
            ] as [$values, $median]
        ) {
            self::assertSame([750, $median], [self::field($values)->average(), self::field($values)->median()]);
        }
    }

    /** @param  list<int>  $values */
    private static function field(array $values): CompetitorSet
    {
        $offers = array_map(fn (int $value, int $i) => new Offer("seller-{$i}", $value), $values, array_keys($values));

        return (new CompetitorSelection())->from(
            Offers::of($offers),
            new Listing('KC-1', Currency::of('EUR'), 'us', 100, new Earnings(50, 0, new Tax(Percent::of(0), true), [])),
            0,
        );
    }
}
