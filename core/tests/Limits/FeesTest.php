<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Limits;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Limits\FeeTier;
use Wrasse\Core\Limits\MarginalFee;
use Wrasse\Core\Limits\SlabFee;
use Wrasse\Core\Market\Basis;
use Wrasse\Core\Money\Percent;

final class FeesTest extends TestCase
{
    /**
     * Marginal tiers are what income taxes are made of. United States, 2023 Tax Rate Schedule X (IRS, Form 1040 instructions; values from
     * memory): 10 % to 11,000; 1,100 + 12 % to 44,725; 5,147 + 22 % to 95,375; 16,290 + 24 % beyond.
     *
     * @return array<string, array{int, int}> base and tax in cents
     */
    public static function schedule(): array
    {
        return [
            'nothing' => [0, 0], 'end of the first' => [1_100_000, 110_000], 'end of the second' => [4_472_500, 514_700], 'end of the third' => [9_537_500, 1_629_000],
            'in the second' => [3_000_000, 338_000], 'in the last' => [10_000_000, 1_740_000],
        ];
    }

    #[DataProvider('schedule')]
    public function test_marginal_tiers_add_up(int $base, int $tax): void
    {
        $tiers = [new FeeTier(1_100_000, Percent::of(10)), new FeeTier(4_472_500, Percent::of(12)), new FeeTier(9_537_500, Percent::of(22)), new FeeTier(null, Percent::of(24))];
        self::assertSame($tax, (new MarginalFee($tiers, Basis::Item))->amount($base, 0));
        self::assertSame($tax, (new MarginalFee($tiers, Basis::Landed))->amount($base - min($base, 500), min($base, 500)));
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
        self::assertSame([1_500, 1_000, 1_500, 1_000], [$fee->amount(10_000, 0), $fee->amount(10_001, 0), $fee->amount(9_500, 500), $fee->amount(9_501, 500)]);
        self::assertSame(1_500, (new SlabFee($tiers, Basis::Item))->amount(10_000, 500));
    }
}
