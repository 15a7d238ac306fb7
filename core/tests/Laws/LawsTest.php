<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Laws;

use Brick\Math\BigRational;
use Brick\Math\RoundingMode;
use Eris\Attributes\ErisRatio;
use Eris\Attributes\ErisRepeat;
use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Decision\Decision;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\DecisionWriter;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Profit\SmallestPrice;
use Wrasse\Core\Profit\Tax;

/** What must hold for every decision, tried on thousands of random ones. A failure prints ERIS_SEED to repeat it. */
#[ErisRepeat(repeat: 2_000)]
#[ErisRatio(ratio: 10)]
final class LawsTest extends TestCase
{
    use TestTrait;
    use Worlds;

    protected function setUp(): void
    {
        fwrite(STDERR, "{$this->name()}: seed {$this->seed}\n");
    }

    public function test_a_price_is_never_outside_its_limits_and_meets_every_floor_term(): void
    {
        $this->forAll(
            Generators::choose(1, 6_000),
            self::economies(),
            self::limits(),
            self::offers(),
            self::competitiveRules(),
            self::extras(),
        )->then(function (int $price, array $economy, array $limits, array $offers, array $rule, array $extras): void {
            $world = self::world($price, $economy, $limits, $offers, [...$rule, ...$extras]);
            $decision = self::decide($world);
            if ($decision->price === null) {
                self::assertFalse($decision->outcome->hasPrice());
                $isOut =
                    $decision->limits->problem === null &&
                    ($price < $decision->limits->floor || $price > $decision->limits->ceiling);
                self::assertFalse(
                    $isOut && $decision->outcome->value !== 'blocked',
                    'nothing keeps a price outside its limits',
                );

                return;
            }
            self::assertGreaterThanOrEqual($decision->limits->floor, $decision->price);
            self::assertLessThanOrEqual($decision->limits->ceiling, $decision->price);
            self::assertFloorTermsHold($world, $decision);
        });
    }

    public function test_own_offers_never_count_and_dropped_ones_change_nothing(): void
    {
        $this->forAll(
            Generators::choose(1, 6_000),
            self::economies(),
            self::limits(),
            self::offers(),
            self::competitiveRules(),
            self::extras(),
            Generators::choose(1, 900),
        )->then(function (
            int $price,
            array $economy,
            array $limits,
            array $offers,
            array $rule,
            array $extras,
            int $other,
        ): void {
            $rule = [...$rule, ...$extras, 'field' => ['min_rating_percent' => '85']];
            $decision = self::decide(self::world($price, $economy, $limits, $offers, $rule));
            self::assertNotContains('us', array_map(fn (array $offer) => $offer[3], self::counted($offers)));
            self::assertSame(count(self::counted($offers)), $decision->field->size());
            $dropped = array_filter($offers, fn (array $offer) => ! in_array($offer, self::counted($offers), true));
            $without = self::decide(
                self::world($price, $economy, $limits, array_values(array_diff_key($offers, $dropped)), $rule),
            );
            self::assertSame(self::essence($decision), self::essence($without), 'without them');
            $moved = array_replace(
                $offers,
                array_map(fn (array $offer) => [$other, ...array_slice($offer, 1)], $dropped),
            );
            self::assertSame(
                self::essence($decision),
                self::essence(self::decide(self::world($price, $economy, $limits, $moved, $rule))),
                'at other prices',
            );
        });
    }

    public function test_raising_a_rivals_price_never_lowers_ours(): void
    {
        $this->forAll(
            Generators::choose(1, 6_000),
            self::economies(),
            self::limits(),
            self::offers(),
            self::competitiveRules(),
            Generators::choose(0, 20),
            Generators::choose(1, 900),
        )->then(function (
            int $price,
            array $economy,
            array $limits,
            array $offers,
            array $rule,
            int $which,
            int $more,
        ): void {
            if ($offers === []) {
                $this->addToAssertionCount(1);

                return;
            }
            $raised = $offers;
            $raised[$which % count($offers)][0] += $more;
            $before = self::decide(self::world($price, $economy, $limits, $offers, $rule));
            $after = self::decide(self::world($price, $economy, $limits, $raised, $rule));
            self::assertGreaterThanOrEqual($before->price ?? $price, $after->price ?? $price);
        });
    }

    public function test_applying_the_result_and_deciding_again_keeps_it(): void
    {
        $this->forAll(
            Generators::choose(1, 6_000),
            self::economies(),
            self::limits(),
            self::offers(),
            self::competitiveRules(),
            self::extras(),
        )->then(function (int $price, array $economy, array $limits, array $offers, array $rule, array $extras): void {
            // A step up from the buy box depends on the price it starts from, as a cap does.
            $rule = [...$rule, ...$extras, 'when_holding_buy_box' => 'ignore'];
            unset($rule['brakes']['beyond']);
            $first = self::decide(self::world($price, $economy, $limits, $offers, $rule));
            // From outside the limits a rule that moves prices one way only is led to the nearest limit, and goes on
            // from there.
            $isOneWay =
                $rule['direction'] !== 'both' && ($price < $first->limits->floor || $price > $first->limits->ceiling);
            if ($first->price === null || $isOneWay) {
                $this->addToAssertionCount(1);

                return;
            }
            $second = self::decide(self::world($first->price, $economy, $limits, $offers, $rule));
            self::assertSame('keep', $second->outcome->value, json_encode(self::essence($second), JSON_THROW_ON_ERROR));
        });
    }

    public function test_ten_times_the_amounts_give_ten_times_the_price(): void
    {
        $this->forAll(
            Generators::choose(1, 600),
            Generators::choose(1, 250),
            Generators::choose(0, 600),
            self::offers(),
            Generators::elements('lowest', 'highest', 'buy_box', 'current'),
            Generators::choose(0, 40),
            Generators::elements('below', 'above'),
        )->then(function (int $price, int $floor, int $span, array $offers, string $of, int $by, string $move): void {
            $world = fn (int $times) => self::world(
                $price * $times,
                [100 * $times, 0, 0, 0, true, []],
                [
                    [
                        ['kind' => 'profit', 'amount' => self::amount(50 * $times)],
                        ['kind' => 'markup', 'percent' => '10'],
                    ],
                    $floor * $times,
                    $span * $times,
                ],
                array_map(
                    fn (array $offer) => [$offer[0] * $times, $offer[1] * $times, ...array_slice($offer, 2)],
                    $offers,
                ),
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => $of],
                    'position' => ['move' => $move, 'amount' => self::amount($by * $times)],
                ],
            );
            // A target under one minor unit becomes one, whatever the scale.
            $once = self::decide($world(10));
            $tenfold = self::decide($world(100));
            if ($once->target !== 1 && $once->outcome->value !== 'blocked') {
                self::assertSame(
                    [$once->outcome, $once->price === null ? null : $once->price * 10],
                    [$tenfold->outcome, $tenfold->price],
                );
            } else {
                $this->addToAssertionCount(1);
            }
        });
    }

    public function test_the_order_of_offers_never_matters(): void
    {
        $this->forAll(
            Generators::choose(1, 6_000),
            self::economies(),
            self::limits(),
            self::offers(),
            self::competitiveRules(),
            self::extras(),
            Generators::choose(0, 1_000),
        )->then(function (
            int $price,
            array $economy,
            array $limits,
            array $offers,
            array $rule,
            array $extras,
            int $turn,
        ): void {
            $rule = [
                ...$rule,
                ...$extras,
                'field' => ['ignore_below_percent_of_median' => '40', 'min_rating_percent' => '82'],
                'adjust' => [['seller' => 'a', 'percent' => '7'], ['fulfilment' => 'marketplace', 'amount' => '-0.30']],
            ];
            $other = array_reverse($offers);
            if ($other !== []) {
                array_push($other, ...array_splice($other, 0, $turn % count($other)));
            }
            $write = fn (array $offers) => (new DecisionWriter())->write(
                self::decide(self::world($price, $economy, $limits, $offers, $rule)),
            );
            self::assertEquals($write($offers), $write($other));
        });
    }

    public function test_the_short_verdict_is_the_decision(): void
    {
        $this->forAll(
            Generators::choose(1, 6_000),
            self::economies(),
            self::limits(),
            self::offers(),
            self::competitiveRules(),
            self::extras(),
        )->then(function (int $price, array $economy, array $limits, array $offers, array $rule, array $extras): void {
            $request = (new RequestReader())->read(
                Node::of(self::world($price, $economy, $limits, $offers, [...$rule, ...$extras])),
            );
            $verdict = Evaluation::verdict($request);
            $decision = Evaluation::of($request);
            self::assertSame(
                [$decision->outcome, $decision->reason, $decision->price],
                [$verdict->outcome, $verdict->reason, $verdict->price],
            );
        });
    }

    /** The definition of a floor term is a search from one minor unit up; brick/math compares exactly. */
    public function test_a_solved_floor_is_what_brute_force_finds(): void
    {
        $this->forAll(
            self::economies(),
            Generators::elements('margin', 'markup', 'profit'),
            Generators::choose(0, 600_000),
            Generators::choose(1, 3_000),
        )->then(function (array $economy, string $kind, int $wanted, int $start): void {
            [$cost] = $economy;
            $world = self::world(
                1_000,
                [intdiv($cost, 3), intdiv($economy[1], 3), ...array_slice($economy, 2)],
                [[], 1, 1],
                [],
                ['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest']],
            );
            $earnings = (new RequestReader())->read(Node::of($world))->listing->earnings;
            $percent = Percent::parse(sprintf('%d.%04d', intdiv($wanted, 10_000), $wanted % 10_000));
            $condition = match ($kind) {
                'margin' => EarningsCondition::margin($percent, (int) $earnings->totalCost),
                'markup' => EarningsCondition::markup($percent, (int) $earnings->totalCost),
                default => EarningsCondition::profit(intdiv($wanted, 1_000), (int) $earnings->totalCost),
            };
            foreach ([1, $start] as $from) {
                $solved = SmallestPrice::from($from, $earnings, $condition);
                for ($price = $from; $price < min($solved, $from + 4_000); $price++) {
                    self::assertFalse($condition->holds($earnings, $price), "already {$price} does");
                }
                if ($solved <= SmallestPrice::LARGEST) {
                    self::assertTrue($condition->holds($earnings, $solved));
                    self::assertReached($earnings, $solved, $kind, $percent, intdiv($wanted, 1_000));
                }
            }
        });
    }

    /** margin = markup ÷ (1 + markup), where nothing else is taken off the price. */
    public function test_margin_and_markup_convert(): void
    {
        $this->forAll(Generators::choose(1, 1_000_000), Generators::choose(1, 1_000_000))->then(function (
            int $cost,
            int $price,
        ): void {
            $profit = (new Earnings($cost, 0, new Tax(Percent::of(0), true), []))->at($price);
            self::assertNotNull($profit);
            $markup = BigRational::of($profit->profit)->dividedBy($cost);
            $margin = $markup->dividedBy($markup->plus(1))->multipliedBy(100);
            $expected = $margin->abs()->toScale(2, RoundingMode::HALF_UP);
            self::assertSame(
                (string) ($margin->isNegative() ? $expected->negated() : $expected),
                $profit->marginPercent(),
            );
        });
    }

    /** @param  array<string, mixed>  $world */
    private static function decide(array $world): Decision
    {
        return Evaluation::of((new RequestReader())->read(Node::of($world)));
    }

    /** @return array<string, mixed> */
    private static function essence(Decision $decision): array
    {
        return [
            'outcome' => $decision->outcome->value,
            'reason' => $decision->reason,
            'price' => $decision->price,
            'floor' => $decision->limits->floor,
            'ceiling' => $decision->limits->ceiling,
            'target' => $decision->target,
            'rank' => [$decision->rankBefore(), $decision->rankAfter()],
            'size' => $decision->field->size(),
        ];
    }

    /**
     * @param  list<array{int, int, int, string, string, string, int}>  $offers
     * @return list<array{int, int, int, string, string, string, int}> new ones in stock from others rated 85 % or
     *     better
     */
    private static function counted(array $offers): array
    {
        return array_values(
            array_filter(
                $offers,
                fn (array $offer) => $offer[3] !== 'us' && $offer[2] > 0 && $offer[4] === 'new' && $offer[6] >= 85,
            ),
        );
    }

    /** @param  array<string, mixed>  $world */
    private static function assertFloorTermsHold(array $world, Decision $decision): void
    {
        foreach ($world['limits']['floor'] as $term) {
            match ($term['kind']) {
                'amount' => self::assertGreaterThanOrEqual(
                    (int) str_replace('.', '', $term['amount']),
                    $decision->price,
                ),
                'profit' => self::assertReached(
                    $decision->listing->earnings,
                    (int) $decision->price,
                    'profit',
                    Percent::of(0),
                    (int) str_replace('.', '', $term['amount']),
                ),
                default => self::assertReached(
                    $decision->listing->earnings,
                    (int) $decision->price,
                    $term['kind'],
                    Percent::parse($term['percent']),
                    0,
                ),
            };
        }
    }

    /** Worked out anew with exact fractions from the amounts that a sale is made of. */
    private static function assertReached(
        Earnings $earnings,
        int $price,
        string $kind,
        Percent $percent,
        int $amount,
    ): void {
        $gross = BigRational::of($price + $earnings->shipping);
        $net = $earnings->tax->included
            ? $gross->multipliedBy(100)->dividedBy(BigRational::of((string) $earnings->tax->percent)->plus(100))
            : $gross;
        $net = BigRational::of($net->plus('1/2')->toScale(0, RoundingMode::FLOOR));
        $profit = $net->minus($earnings->fees($price))->minus((int) $earnings->totalCost);
        $wanted = BigRational::of((string) $percent)->dividedBy(100);
        self::assertTrue(
            match ($kind) {
                'margin' => $profit->isGreaterThanOrEqualTo($wanted->multipliedBy($net)),
                'markup' => $profit->isGreaterThanOrEqualTo($wanted->multipliedBy((int) $earnings->totalCost)),
                default => $profit->isGreaterThanOrEqualTo($amount),
            },
            "{$kind} at {$price}",
        );
    }
}
