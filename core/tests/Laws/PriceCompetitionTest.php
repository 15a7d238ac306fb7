<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Laws;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

/** Two sellers that answer each other: what the literature on price competition says must come of it. */
final class PriceCompetitionTest extends TestCase
{
    private const CEILING = 4_000;

    /**
     * Price competition with unequal costs: the prices walk down to the higher floor, where the seller with the lower
     * cost stays one step under it and serves the market (Bertrand competition; Tirole, The Theory of Industrial
     * Organization, 1988, section 5.1; Mas-Colell, Whinston and Green, Microeconomic Theory, 1995, section 12.C; from
     * memory).
     */
    public function test_undercutting_by_a_step_ends_one_step_under_the_higher_floor(): void
    {
        foreach ([[1_000, 1_200], [1_200, 1_000], [500, 3_999]] as [$ours, $theirs]) {
            $prices = $this->play(['us' => ['floor' => $ours], 'them' => ['floor' => $theirs]], 20_000);
            $low = $ours < $theirs ? 'us' : 'them';
            $high = $ours < $theirs ? 'them' : 'us';
            self::assertSame([max($ours, $theirs) - 1, max($ours, $theirs)], [end($prices)[$low], end($prices)[$high]]);
        }
    }

    /** With equal floors both end on them: price equals cost, the Bertrand result. */
    public function test_equal_floors_are_where_both_end(): void
    {
        $prices = $this->play(['us' => ['floor' => 1_000], 'them' => ['floor' => 1_000]], 20_000);
        self::assertSame(['us' => 1_000, 'them' => 1_000], end($prices));
    }

    /**
     * Where one of them goes back up when its floor is reached, prices fall in many small steps, jump up in one large
     * one, and fall again: an Edgeworth cycle (Maskin and Tirole, A Theory of Dynamic Oligopoly II, Econometrica 56,
     * 1988, 571–599; from memory).
     */
    public function test_relenting_at_the_floor_makes_an_edgeworth_cycle(): void
    {
        $step = ['move' => 'below', 'amount' => '0.50'];
        $prices = $this->play(
            [
                'us' => ['floor' => 1_000, 'rule' => ['when_below_floor' => 'ceiling', 'position' => $step]],
                'them' => ['floor' => 900, 'rule' => ['position' => $step]],
            ],
            1_000,
        );
        $ours = array_column($prices, 'us');
        $moves = array_map(fn (int $i) => $ours[$i] - $ours[$i - 1], range(1, count($ours) - 1));
        $ups = array_keys(array_filter($moves, fn (int $move) => $move > 0));
        $downs = array_filter($moves, fn (int $move) => $move < 0);
        self::assertGreaterThan(5, count($ups), 'it goes on and on');
        self::assertGreaterThan(5 * count($ups), count($downs), 'many steps down to one up');
        self::assertSame(
            [self::CEILING],
            array_values(array_unique(array_map(fn (int $at) => $ours[$at + 1], $ups))),
            'each time up to the ceiling',
        );
        self::assertLessThanOrEqual(200, max(array_map(abs(...), $downs)), 'and down in small steps');
        $periods = array_map(fn (int $i) => $ups[$i] - $ups[$i - 1], range(2, count($ups) - 1));
        self::assertCount(1, array_unique($periods), 'as regular as clockwork');
    }

    /**
     * Takes turns until nobody moves any more.
     *
     * @param  array<string, array<string, mixed>>  $sellers
     * @return list<array<string, int>> prices after each round
     */
    private function play(array $sellers, int $mostRounds): array
    {
        $prices = array_map(fn () => 3_000, $sellers);
        $history = [$prices];
        for ($round = 0; $round < $mostRounds; $round++) {
            $before = $prices;
            foreach ($sellers as $name => $seller) {
                $prices[$name] = $this->answer($name, $seller, $prices);
            }
            $history[] = $prices;
            if ($prices === $before) {
                return $history;
            }
        }

        return $history;
    }

    /**
     * @param  array<string, mixed>  $seller
     * @param  array<string, int>  $prices
     */
    private function answer(string $name, array $seller, array $prices): int
    {
        $amount = fn (int $cents) => sprintf('%d.%02d', intdiv($cents, 100), $cents % 100);
        $rivals = array_diff_key($prices, [$name => true]);
        $verdict = Evaluation::verdict(
            (new RequestReader())->read(
                Node::of([
                    'now' => '2026-03-02T09:00:00Z',
                    'listing' => [
                        'sku' => 'KC-1',
                        'currency' => 'EUR',
                        'seller' => $name,
                        'price' => $amount($prices[$name]),
                    ],
                    'limits' => [
                        'floor' => [['kind' => 'amount', 'amount' => $amount($seller['floor'])]],
                        'ceiling' => [['kind' => 'amount', 'amount' => $amount(self::CEILING)]],
                    ],
                    'offers' => array_map(
                        fn (string $rival) => ['seller' => $rival, 'price' => $amount($rivals[$rival])],
                        array_keys($rivals),
                    ),
                    'rule' => [
                        'version' => 1,
                        'kind' => 'competitive',
                        'reference' => ['of' => 'lowest'],
                        'position' => ['move' => 'below', 'amount' => '0.01'],
                        ...$seller['rule'] ?? [],
                    ],
                ]),
            ),
        );

        return $verdict->price ?? $prices[$name];
    }
}
