<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Limits;

use Brick\Math\BigRational;
use Brick\Math\RoundingMode;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\EarningsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\FeeTier;
use Wrasse\Core\Profit\MarginalFee;
use Wrasse\Core\Profit\SlabFee;
use Wrasse\Core\Tests\Laws\Worlds;

final class FeesTest extends TestCase
{
    use Worlds;

    /**
     * Marginal tiers are what income taxes are made of. United States, 2023 Tax Rate Schedule X (IRS, Form 1040
     * instructions; values from memory): 10 % to 11,000; 1,100 + 12 % to 44,725; 5,147 + 22 % to 95,375; 16,290 + 24 %
     * beyond.
     *
     * @return array<string, array{int, int}> base and tax in cents
     */
    public static function schedule(): array
    {
        return [
            'nothing' => [0, 0],
            'end of the first' => [1_100_000, 110_000],
            'end of the second' => [4_472_500, 514_700],
            'end of the third' => [9_537_500, 1_629_000],
            'in the second' => [3_000_000, 338_000],
            'in the last' => [10_000_000, 1_740_000],
        ];
    }

    #[DataProvider('schedule')]
    public function test_marginal_tiers_add_up(int $base, int $tax): void
    {
        $tiers = [
            new FeeTier(1_100_000, Percent::of(10)),
            new FeeTier(4_472_500, Percent::of(12)),
            new FeeTier(9_537_500, Percent::of(22)),
            new FeeTier(null, Percent::of(24)),
        ];
        self::assertSame($tax, (new MarginalFee($tiers, Basis::Item))->amount($base, 0));
        self::assertSame(
            $tax,
            (new MarginalFee($tiers, Basis::Landed))->amount($base - min($base, 500), min($base, 500)),
        );
    }

    /**
     * Fees, net and profit worked out anew with exact fractions, at random prices and around every step of the fees.
     */
    public function test_profit_is_what_exact_fractions_give(): void
    {
        mt_srand(119);
        foreach (self::fees() as $fees) {
            $document = ['cost' => '7.31', 'extra_costs' => [['amount' => '0.44']], 'shipping' => '2.90'];
            foreach (
                [
                    ['percent' => '19', 'included' => true],
                    ['percent' => '7.7', 'included' => true],
                    ['percent' => '20', 'included' => false],
                ] as $tax
            ) {
                $earnings = (new EarningsReader(Currency::of('EUR')))->read(
                    Node::of($document),
                    Node::of($fees),
                    Node::of($tax),
                );
                foreach (
                    [
                        ...range(1, 40),
                        ...range(1_690, 1_720),
                        ...range(1_990, 2_010),
                        ...range(3_700, 3_720),
                        ...range(3_990, 4_010),
                        ...array_map(fn () => mt_rand(1, 100_000_000), range(1, 40)),
                    ] as $price
                ) {
                    $gross = BigRational::of($price + 290);
                    $net = self::halfUp(
                        $tax['included']
                            ? $gross->multipliedBy(100)->dividedBy(BigRational::of($tax['percent'])->plus(100))
                            : $gross,
                    );
                    $sum = array_sum(array_map(fn (array $fee) => self::exactFee($fee, $price), $fees));
                    self::assertSame(
                        $net - $sum - 775,
                        $earnings->at($price)?->profit,
                        json_encode([$fees, $tax, $price], JSON_THROW_ON_ERROR),
                    );
                    self::assertSame(
                        1_000_000 * ($net - $sum),
                        $earnings->weighed($price, 1_000_000),
                        'the same along the stretches the solver walks',
                    );
                }
            }
        }
    }

    /** @param  array<string, mixed>  $fee */
    private static function exactFee(array $fee, int $price): int
    {
        $base = ($fee['on'] ?? 'landed') === 'landed' ? $price + 290 : $price;
        if ($fee['kind'] === 'fixed') {
            return (int) BigRational::of($fee['amount'])->multipliedBy(100)->toScale(0)->toInt();
        }
        if ($fee['kind'] === 'percent') {
            $part = self::halfUp(BigRational::of($fee['percent'])->multipliedBy($base)->dividedBy(100));
            $bound = fn (string $name) => isset($fee[$name])
                ? BigRational::of($fee[$name])->multipliedBy(100)->toScale(0)->toInt()
                : null;

            return min(max($part, $bound('minimum') ?? $part), $bound('maximum') ?? PHP_INT_MAX);
        }
        $sum = BigRational::zero();
        $from = 0;
        foreach ($fee['tiers'] as $tier) {
            $end =
                $tier['up_to'] === null
                    ? PHP_INT_MAX
                    : BigRational::of($tier['up_to'])->multipliedBy(100)->toScale(0)->toInt();
            if (($fee['mode'] ?? 'slab') === 'slab' && $base <= $end) {
                return self::halfUp(BigRational::of($tier['percent'])->multipliedBy($base)->dividedBy(100));
            }
            $sum = $sum->plus(
                BigRational::of($tier['percent'])->multipliedBy(max(0, min($base, $end) - $from))->dividedBy(100),
            );
            $from = $end;
        }

        return self::halfUp($sum);
    }

    private static function halfUp(BigRational $figure): int
    {
        return $figure->plus('1/2')->toScale(0, RoundingMode::FLOOR)->toInt();
    }

    public function test_parts_are_summed_before_rounding(): void
    {
        // 10 % of 15 and 10 % of 15 are 1.5 each: together 3, not 2 + 2.
        $fee = new MarginalFee([new FeeTier(15, Percent::of(10)), new FeeTier(null, Percent::of(10))], Basis::Item);
        self::assertSame([2, 3], [$fee->amount(15, 0), $fee->amount(30, 0)]);
    }

    public function test_a_slab_applies_to_all_of_the_base(): void
    {
        $tiers = [new FeeTier(10_000, Percent::of(15)), new FeeTier(null, Percent::of(10))];
        $fee = new SlabFee($tiers, Basis::Landed);
        self::assertSame(
            [1_500, 1_000, 1_500, 1_000],
            [$fee->amount(10_000, 0), $fee->amount(10_001, 0), $fee->amount(9_500, 500), $fee->amount(9_501, 500)],
        );
        self::assertSame(1_500, (new SlabFee($tiers, Basis::Item))->amount(10_000, 500));
    }
}
