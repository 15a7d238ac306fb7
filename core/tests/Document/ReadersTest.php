<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Document;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

final class ReadersTest extends TestCase
{
    private const REQUEST = [
        'now' => '2026-03-02T09:00:00Z',
        'listing' => ['sku' => 'KC-1001', 'currency' => 'EUR', 'seller' => 'us', 'price' => '24.90', 'cost' => '11.20'],
        'limits' => [
            'floor' => [['kind' => 'margin', 'percent' => '12']],
            'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
        ],
        'offers' => [['seller' => 'r', 'price' => '20.00']],
        'rule' => ['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest']],
    ];

    /** @return array<string, array{list<string|int>, mixed, string}> where, what, the path that is named */
    public static function wrong(): array
    {
        return [
            'unknown field' => [['listing', 'prise'], '1', '$.listing.prise'],
            'no price' => [['listing', 'price'], null, '$.listing.price'],
            'price zero' => [['listing', 'price'], '0.00', '$.listing.price'],
            'a number for an amount' => [['listing', 'price'], 24.9, '$.listing.price'],
            'too many digits' => [['listing', 'price'], '24.905', '$.listing.price'],
            'like NaN' => [['offers', 0, 'price'], 'NaN', '$.offers[0].price'],
            'negative' => [['listing', 'cost'], '-1.00', '$.listing.cost'],
            'too large' => [['listing', 'cost'], '10000000000.00', '$.listing.cost'],
            'unknown currency' => [['listing', 'currency'], 'ZZZ', '$.listing.currency'],
            'no time' => [['now'], 'yesterday', '$.now'],
            'no such day' => [['now'], '2026-13-45T09:00:00Z', '$.now'],
            'offers no list' => [['offers'], ['seller' => 'r'], '$.offers'],
            'margin of 100' => [['limits', 'floor', 0, 'percent'], '100', '$.limits.floor[0].percent'],
            'unknown term' => [['limits', 'floor', 0, 'kind'], 'luck', '$.limits.floor[0].kind'],
            'stock no number' => [['listing', 'stock'], '14', '$.listing.stock'],
            'an amount with fifteen digits' => [['listing', 'price'], '1000000000000000', '$.listing.price'],
            'infinite' => [['offers', 0, 'price'], 'INF', '$.offers[0].price'],
            'an exponent' => [['offers', 0, 'price'], '1e3', '$.offers[0].price'],
            'negative shipping' => [
                ['offers', 0],
                ['seller' => 'r', 'price' => '1', 'shipping' => '-0.01'],
                '$.offers[0].shipping',
            ],
            'extra costs beyond reach' => [
                ['listing', 'extra_costs'],
                array_fill(0, 2, ['label' => 'x', 'amount' => '999999999.00']),
                '$.listing.extra_costs',
            ],
            'a day sold twice' => [
                ['listing', 'sales'],
                [['date' => '2026-03-01', 'units' => 1], ['date' => '2026-03-01', 'units' => 2]],
                '$.listing.sales[1].date',
            ],
            'a day that does not exist' => [
                ['listing', 'sales'],
                [['date' => '2026-02-30', 'units' => 1]],
                '$.listing.sales[0].date',
            ],
            'units that are negative' => [
                ['listing', 'sales'],
                [['date' => '2026-02-28', 'units' => -1]],
                '$.listing.sales[0].units',
            ],
            'a time on a day that does not exist' => [['now'], '2026-02-30T09:00:00Z', '$.now'],
            'fee tiers that end before they go on' => [
                ['fees'],
                [
                    [
                        'kind' => 'tiered',
                        'tiers' => [
                            ['up_to' => '10.00', 'percent' => '5'],
                            ['up_to' => '10.00', 'percent' => '4'],
                            ['up_to' => null, 'percent' => '3'],
                        ],
                    ],
                ],
                '$.fees[0].tiers[1].up_to',
            ],
            'fee tiers without an open end' => [
                ['fees'],
                [['kind' => 'tiered', 'tiers' => [['up_to' => '10.00', 'percent' => '5']]]],
                '$.fees[0].tiers[0].up_to',
            ],
            'fee tiers open in the middle' => [
                ['fees'],
                [
                    [
                        'kind' => 'tiered',
                        'tiers' => [['up_to' => null, 'percent' => '5'], ['up_to' => null, 'percent' => '3']],
                    ],
                ],
                '$.fees[0].tiers[0].up_to',
            ],
            'no fee tiers' => [['fees'], [['kind' => 'tiered', 'tiers' => []]], '$.fees[0].tiers'],
            'a minimum advertised price in a ceiling' => [
                ['limits', 'ceiling', 0],
                ['kind' => 'map'],
                '$.limits.ceiling[0].kind',
            ],
            'a ceiling at a margin of 100' => [
                ['limits', 'ceiling', 0],
                ['kind' => 'margin', 'percent' => '100'],
                '$.limits.ceiling[0].percent',
            ],
            'markup beyond range' => [
                ['limits', 'floor', 0],
                ['kind' => 'markup', 'percent' => '10000.0001'],
                '$.limits.floor[0].percent',
            ],
            'unknown reference' => [['rule', 'reference'], ['of' => 'luckiest'], '$.rule.reference.of'],
            'a rank of zero' => [['rule', 'reference'], ['of' => 'nth', 'n' => 0], '$.rule.reference.n'],
            'a seller without name' => [['rule', 'reference'], ['of' => 'seller'], '$.rule.reference.seller'],
            'the mean of one' => [['rule', 'reference'], ['mean' => [['of' => 'lowest']]], '$.rule.reference.mean'],
            'the next rival of an average' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => 'average'],
                    'when_below_floor' => 'next_rival',
                ],
                '$.rule.reference.of',
            ],
            'the next rival of a mean' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['mean' => [['of' => 'lowest'], ['of' => 'rrp']]],
                    'when_below_floor' => 'next_rival',
                ],
                '$.rule.reference.of',
            ],
            'the next rival of a formula' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => '1', 'when_below_floor' => 'next_rival'],
                '$.rule.when_below_floor',
            ],
            'a field of another kind' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => '1', 'bands' => []],
                '$.rule.bands',
            ],
            'an absurd handicap' => [
                ['rule', 'adjust'],
                [['seller' => 'r', 'percent' => '1000.1']],
                '$.rule.adjust[0].percent',
            ],
            'an ending without point' => [['rule', 'ending'], ['endings' => ['99']], '$.rule.ending.endings[0]'],
            'an ending with a digit too many' => [
                ['rule', 'ending'],
                ['endings' => ['.99', '.995']],
                '$.rule.ending.endings[1]',
            ],
            'no endings' => [['rule', 'ending'], ['endings' => []], '$.rule.ending.endings'],
            'a brake that is no percentage' => [
                ['rule', 'brakes'],
                ['max_move_percent' => 'half'],
                '$.rule.brakes.max_move_percent',
            ],
            'approval of something' => [['rule', 'approval'], 'beyond_percent:', '$.rule.approval'],
            'bands that say nothing' => [
                ['rule'],
                ['version' => 1, 'kind' => 'sales', 'bands' => [['move' => 'up', 'percent' => '5']]],
                '$.rule.bands[0]',
            ],
            'a step under one percent' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [['units_below' => 1, 'move' => 'up', 'percent' => '0.5']],
                ],
                '$.rule.bands[0].percent',
            ],
            'a step over ninety percent' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [['units_below' => 1, 'move' => 'down', 'percent' => '91']],
                ],
                '$.rule.bands[0].percent',
            ],
            'a step under one unit' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [['units_below' => 1, 'move' => 'down', 'amount' => '0.99']],
                ],
                '$.rule.bands[0].amount',
            ],
            'a step of two sizes' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [['units_below' => 1, 'move' => 'down', 'amount' => '1.00', 'percent' => '5']],
                ],
                '$.rule.bands[0]',
            ],
            'bands that overlap' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [
                        ['units_below' => 10, 'move' => 'down', 'percent' => '5'],
                        ['units_at_least' => 9, 'move' => 'up', 'percent' => '5'],
                    ],
                ],
                '$.rule.bands[1]',
            ],
            'bands that overlap downwards' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [
                        ['units_at_least' => 30, 'move' => 'up', 'percent' => '5'],
                        ['units_at_least' => 10, 'units_below' => 31, 'move' => 'up', 'percent' => '2'],
                    ],
                ],
                '$.rule.bands[1]',
            ],
            'bands that overlap without end' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [
                        ['units_at_least' => 1, 'move' => 'up', 'percent' => '5'],
                        ['units_below' => 1, 'move' => 'down', 'percent' => '2'],
                        ['units_at_least' => 99, 'move' => 'up', 'percent' => '2'],
                    ],
                ],
                '$.rule.bands[2]',
            ],
            'a band without room' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [['units_at_least' => 9, 'units_below' => 9, 'move' => 'up', 'percent' => '5']],
                ],
                '$.rule.bands[0].units_below',
            ],
            'tiers that leave out the cheapest' => [
                ['rule'],
                ['version' => 1, 'kind' => 'markup', 'tiers' => [['from' => '1.00', 'percent' => '5']]],
                '$.rule.tiers[0].from',
            ],
            'tiers that do not rise' => [
                ['rule'],
                [
                    'version' => 1,
                    'kind' => 'markup',
                    'tiers' => [
                        ['from' => '0', 'percent' => '5'],
                        ['from' => '9.00', 'percent' => '5'],
                        ['from' => '9.00', 'percent' => '4'],
                    ],
                ],
                '$.rule.tiers[2].from',
            ],
            'a formula that does not end' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => 'price *'],
                '$.rule.price',
            ],
            'a formula with an unknown name' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => 'prise * 2'],
                '$.rule.price',
            ],
            'a formula that calls a function of the system' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => 'system("id")'],
                '$.rule.price',
            ],
            'a formula that reads a constant' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => 'constant("PHP_VERSION")'],
                '$.rule.price',
            ],
            'a formula that calls a method' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => 'price.format()'],
                '$.rule.price',
            ],
            'a formula that reads a property' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => 'price.units'],
                '$.rule.price',
            ],
            'a formula with a list' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => 'max([1, 2])'],
                '$.rule.price',
            ],
            'a formula that fills the memory' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => '1..999999999'],
                '$.rule.price',
            ],
            'a formula with text' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => '"1"'],
                '$.rule.price',
            ],
            'a formula that matches text' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => 'price matches "/(a+)+$/"'],
                '$.rule.price',
            ],
            'a formula without end' => [
                ['rule'],
                ['version' => 1, 'kind' => 'formula', 'price' => str_repeat('1+', 1_500).'1'],
                '$.rule.price',
            ],
            'unknown rule kind' => [['rule', 'kind'], 'magic', '$.rule.kind'],
            'unknown version' => [['rule', 'version'], 2, '$.rule.version'],
            'below by 100 percent' => [
                ['rule', 'position'],
                ['move' => 'below', 'percent' => '100'],
                '$.rule.position.percent',
            ],
            'below by two things' => [
                ['rule', 'position'],
                ['move' => 'below', 'percent' => '1', 'amount' => '1.00'],
                '$.rule.position',
            ],
            'below by nothing' => [['rule', 'position'], ['move' => 'below'], '$.rule.position'],
            'match by something' => [['rule', 'position'], ['move' => 'match', 'percent' => '1'], '$.rule.position'],
            'empty condition list' => [['rule', 'field'], ['condition' => []], '$.rule.field.condition'],
            'rating as number' => [['rule', 'field'], ['min_rating_percent' => 90], '$.rule.field.min_rating_percent'],
            'fee over 100' => [['fees'], [['kind' => 'percent', 'percent' => '101']], '$.fees[0].percent'],
            'tax over 100' => [['tax'], ['percent' => '100.5'], '$.tax.percent'],
        ];
    }

    /** @param  list<string|int>  $where */
    #[DataProvider('wrong')]
    public function test_names_where_it_is_wrong(array $where, mixed $what, string $path): void
    {
        try {
            (new RequestReader())->read(Node::of(self::change($where, $what)));
            self::fail('It was read.');
        } catch (InvalidDocument $e) {
            self::assertSame($path, $e->path);
            self::assertNotSame('', $e->expected);
        }
    }

    /**
     * A valid request with something else in one place.
     *
     * @param  list<string|int>  $where
     * @return array<string, mixed>
     */
    public static function change(array $where, mixed $what): array
    {
        $request = self::REQUEST;
        $at = &$request;
        foreach ($where as $key) {
            if (! is_array($at)) {
                self::fail('The case does not fit the request.');
            }
            $at = &$at[$key];
        }
        $at = $what;

        return $request;
    }

    public function test_endings_ask_for_a_currency_with_decimals(): void
    {
        $request = [
            ...self::REQUEST,
            'listing' => ['sku' => 'KC-1', 'currency' => 'JPY', 'seller' => 'us', 'price' => '890'],
            'offers' => [],
            'limits' => [],
        ];
        $request['rule'] = [
            'version' => 1,
            'kind' => 'competitive',
            'reference' => ['of' => 'lowest'],
            'ending' => ['endings' => ['.99']],
        ];
        $this->expectExceptionMessage('$.rule.ending.endings[0]: expected no ending: JPY has no decimals');
        (new RequestReader())->read(Node::of($request));
    }

    public function test_many_offers_and_the_same_seller_twice_are_no_trouble(): void
    {
        $offers = array_map(
            fn (int $n) => ['seller' => 's'.$n % 5_000, 'price' => sprintf('%d.%02d', 20 + intdiv($n, 100), $n % 100)],
            range(0, 9_999),
        );
        $decision = Evaluation::of((new RequestReader())->read(Node::of([...self::REQUEST, 'offers' => $offers])));
        self::assertSame([10_000, 2_000], [$decision->field->size(), $decision->price]);
        self::assertSame(
            'keep',
            Evaluation::of((new RequestReader())->read(Node::of([...self::REQUEST, 'offers' => []])))->outcome->value,
        );
    }

    public function test_defaults(): void
    {
        $read = (new RequestReader())->read(Node::of(self::REQUEST));
        self::assertSame(
            ['new', 'merchant', null, 0],
            [
                $read->listing->condition,
                $read->listing->fulfilment,
                $read->listing->stock,
                $read->listing->earnings->shipping,
            ],
        );
        self::assertTrue($read->offers->groups[0]->inStock);
        self::assertSame([null], $read->offers->groups[0]->ratings);
    }

    public function test_the_command_answers_line_by_line(): void
    {
        $good = json_encode(self::REQUEST, JSON_THROW_ON_ERROR);
        $bad = str_replace('"KC-1001"', '7', $good);
        [$exit, $out, $err] = $this->decide("{$good}\n{$bad}\n{$good}\n");
        self::assertSame(2, $exit);
        self::assertCount(2, explode("\n", trim($out)));
        self::assertSame('line 2: $.listing.sku: expected a text', trim($err));

        [$exit, $out, $err] = $this->decide(json_encode(self::REQUEST, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT));
        self::assertSame([0, ''], [$exit, $err]);
        self::assertSame('20.00', json_decode($out, true, 16, JSON_THROW_ON_ERROR)['price'] ?? null);
    }

    public function test_explaining_tells_every_step_and_every_term(): void
    {
        [$exit, $out, $err] = $this->decide(json_encode(self::REQUEST, JSON_THROW_ON_ERROR), 'explain');
        self::assertSame([0, ''], [$exit, $err]);
        self::assertMatchesRegularExpression('/^KC-1001: 24\.90 → 20\.00 EUR \(-19\.68 %\)$/m', $out);
        self::assertMatchesRegularExpression(
            '/^ 2\. Floor: 12 % margin of price; ceiling: set by hand +floor 12\.73, ceiling 40\.00$/m',
            $out,
        );
        self::assertMatchesRegularExpression('/^    floor: 12 % margin of price +12\.73$/m', $out);
        self::assertMatchesRegularExpression(
            '/^    profit 8\.80 +margin of price 44\.00 %, markup on cost 78\.57 %$/m',
            $out,
        );
        self::assertStringContainsString('Place among those that count: 2 → 1 of 2', $out);
    }

    public function test_other_calls_are_told_how_to(): void
    {
        foreach ([['', 'usage'], ['guess', 'usage']] as [$command, $says]) {
            [$exit, $out, $err] = $this->decide('', $command);
            self::assertSame([2, ''], [$exit, $out]);
            self::assertStringContainsString($says, $err);
        }
    }

    /** @return array{int, string, string} */
    private function decide(string $input, string $command = 'decide'): array
    {
        $process = proc_open(
            [PHP_BINARY, __DIR__.'/../../../bin/wrasse', $command],
            [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']],
            $pipes,
        );
        self::assertIsResource($process);
        fwrite($pipes[0], $input);
        fclose($pipes[0]);
        $out = (string) stream_get_contents($pipes[1]);
        $err = (string) stream_get_contents($pipes[2]);

        return [proc_close($process), $out, $err];
    }
}
