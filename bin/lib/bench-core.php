<?php

declare(strict_types=1);

// Measures the pricing core in one process, each figure against two yardsticks of the same run: rounds take turns,
// medians count.

use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Profit\FixedFee;
use Wrasse\Core\Profit\PercentFee;
use Wrasse\Core\Profit\SmallestPrice;
use Wrasse\Core\Profit\Tax;

require __DIR__.'/../../vendor/autoload.php';

const ROUNDS = 41;
const ROUND_NS = 3_000_000;
const DECISIONS = 1_000_000;

$cents = range(2_390, 2_580, 10);
mt_srand(3);
shuffle($cents);
$document = [
    'now' => '2026-03-02T09:00:00Z',
    'listing' => [
        'sku' => 'KC-1', 'currency' => 'EUR', 'seller' => 'us', 'price' => '24.90', 'cost' => '11.20', 'extra_costs' => [['label' => 'inbound', 'amount' => '0.80']],
        'rrp' => '34.90', 'last_changed_at' => '2026-03-01T08:00:00Z',
    ],
    'fees' => [['kind' => 'percent', 'percent' => '12', 'on' => 'landed', 'minimum' => '0.30'], ['kind' => 'fixed', 'amount' => '0.35']],
    'tax' => ['percent' => '19', 'included' => true],
    'limits' => ['floor' => [['kind' => 'margin', 'percent' => '12'], ['kind' => 'map']], 'ceiling' => [['kind' => 'rrp', 'percent' => '100']]],
    'offers' => array_map(fn (int $price, int $i) => [
        'seller' => "rival-{$i}", 'price' => sprintf('%d.%02d', intdiv($price, 100), $price % 100), 'shipping' => '0.00', 'fulfilment' => $i % 3 === 0 ? 'marketplace' : 'merchant', 'buy_box' => $i === 4,
    ], $cents, array_keys($cents)),
    'rule' => [
        'version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest'], 'position' => ['move' => 'below', 'percent' => '1'], 'ending' => ['endings' => ['.99', '.49']],
        'brakes' => ['max_move_percent' => '50', 'min_move' => '0.05', 'cooldown_minutes' => 15, 'max_changes_per_day' => 12],
    ],
];
$reader = new RequestReader;
$request = $reader->read(Node::of($document));
$rule = $request->rule;
$rows = array_map(fn (int $price) => ['seller' => 'r', 'price' => $price, 'shipping' => 0], $cents);
$earnings = fn (int $cost) => new Earnings($cost, 0, new Tax(Percent::of(19), true), [new PercentFee(Percent::of(12), Basis::Landed, 30), new FixedFee(35)]);
$floor = fn (int $cost) => (function () use ($cost, $earnings): callable {
    $at = $earnings($cost);
    $condition = EarningsCondition::margin(Percent::of(12), $cost);

    return fn () => SmallestPrice::from(1, $at, $condition);
})();

$median = function (array $figures): float {
    sort($figures);

    return $figures[intdiv(count($figures), 2)];
};

/** @param  array<string, callable(): mixed>  $works */
$measure = function (array $works) use ($median): array {
    $times = $figures = [];
    foreach ($works as $name => $work) {
        $start = hrtime(true);
        for ($i = 0; $i < 200; $i++) {
            $work();
        }
        $times[$name] = max(20, (int) (ROUND_NS * 200 / (hrtime(true) - $start)));
    }
    for ($round = 0; $round < ROUNDS; $round++) {
        foreach ($works as $name => $work) {
            $start = hrtime(true);
            for ($i = $times[$name]; $i > 0; $i--) {
                $work();
            }
            $figures[$name][] = (hrtime(true) - $start) / 1_000 / $times[$name];
        }
    }

    return array_map($median, $figures);
};

$figures = $measure([
    'smallest of 20 whole numbers, clamped (yardstick A)' => function () use ($cents): int {
        $least = PHP_INT_MAX;
        foreach ($cents as $figure) {
            if ($figure < $least) {
                $least = $figure;
            }
        }

        return max(1_500, min(3_490, $least));
    },
    'smallest price with shipping of 20 offers, clamped (yardstick B)' => function () use ($rows): int {
        $least = PHP_INT_MAX;
        foreach ($rows as $row) {
            $figure = $row['price'] + $row['shipping'];
            if ($figure < $least) {
                $least = $figure;
            }
        }

        return max(1_500, min(3_490, $least));
    },
    'a full competitive decision, without steps' => fn () => Evaluation::verdict($request),
    'a full competitive decision, with its steps' => fn () => Evaluation::of($request),
    'the same, read from its document by a rule that is read' => fn () => Evaluation::of($reader->read(Node::of($document), $rule)),
    'a floor, cost 10.00' => $floor(1_000),
    'a floor, cost 10 000 000.00' => $floor(1_000_000_000),
]);
[$a, $b] = array_values($figures);
printf("%-66s %9s %7s %7s\n", 'the core, one process, medians of '.ROUNDS.' rounds', 'µs each', '× A', '× B');
foreach ($figures as $name => $figure) {
    printf("%-66s %9.3f %7.1f %7.1f\n", $name, $figure, $figure / $a, $figure / $b);
}

$start = hrtime(true);
$usage = [];
for ($i = 1; $i <= DECISIONS; $i++) {
    $i % 10 === 0 ? Evaluation::of($request) : Evaluation::verdict($request);
    if ($i % 100_000 === 0) {
        $usage[] = memory_get_usage();
    }
}
printf(
    "%s decisions, every tenth with steps: %.1f s, peak %.1f MB, from the first hundred thousand to the last %+d bytes\n",
    number_format(DECISIONS, 0, '.', ' '), (hrtime(true) - $start) / 1e9, memory_get_peak_usage() / 1e6, end($usage) - $usage[0],
);
