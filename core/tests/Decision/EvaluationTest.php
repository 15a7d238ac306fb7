<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\DecisionWriter;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

final class EvaluationTest extends TestCase
{
    /**
     * @return array<string, array{string, string, array<string, string>, string}> currency, rival, position, price:
     *     common practice, no source
     */
    public static function positions(): array
    {
        return [
            '1 % cheaper than 899' => ['JPY', '899', ['move' => 'below', 'percent' => '1'], '890'],
            '1 % cheaper than 826' => ['JPY', '826', ['move' => 'below', 'percent' => '1'], '817'],
            'a cent below 10.00' => ['EUR', '10.00', ['move' => 'below', 'amount' => '0.01'], '9.99'],
            '5 % below the lowest' => ['EUR', '20.00', ['move' => 'below', 'percent' => '5'], '19.00'],
            '1 %, at least 0.50 below' => [
                'EUR',
                '20.00',
                ['move' => 'below', 'percent' => '1', 'at_least' => '0.50'],
                '19.50',
            ],
            '5 %, at least 0.50 below' => [
                'EUR',
                '20.00',
                ['move' => 'below', 'percent' => '5', 'at_least' => '0.50'],
                '19.00',
            ],
            'rounded down' => ['EUR', '23.90', ['move' => 'below', 'percent' => '1'], '23.66'],
            'match' => ['EUR', '20.00', ['move' => 'match'], '20.00'],
            '15 % above, half up' => ['EUR', '123.23', ['move' => 'above', 'percent' => '15'], '141.71'],
            '15.00 above' => ['EUR', '123.23', ['move' => 'above', 'amount' => '15.00'], '138.23'],
            '1 % above, at least 0.50' => [
                'EUR',
                '20.00',
                ['move' => 'above', 'percent' => '1', 'at_least' => '0.50'],
                '20.50',
            ],
        ];
    }

    /** @param  array<string, string>  $position */
    #[DataProvider('positions')]
    public function test_where_to_stand(string $currency, string $rival, array $position, string $price): void
    {
        $unit = $currency === 'JPY' ? '' : '.00';
        $decision = self::decide([
            'listing' => ['currency' => $currency, 'price' => '500'.$unit],
            'offers' => [['seller' => 'r', 'price' => $rival]],
            'rule' => ['position' => $position],
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '1'.$unit]],
                'ceiling' => [['kind' => 'amount', 'amount' => '9000'.$unit]],
            ],
        ]);
        self::assertSame(
            ['change', 'positioned', $price, $price],
            [$decision['outcome'], $decision['reason'], $decision['price'], $decision['target']],
        );
    }

    public function test_own_shipping_is_taken_off_what_is_compared_with_shipping(): void
    {
        $request = [
            'listing' => ['shipping' => '3.90'],
            'offers' => [['seller' => 'r', 'price' => '20.00', 'shipping' => '4.90']],
        ];
        self::assertSame(
            '20.99',
            self::decide([...$request, 'rule' => ['position' => ['move' => 'below', 'amount' => '0.01']]])['price'],
        );
        self::assertSame(
            '19.99',
            self::decide([
                ...$request,
                'rule' => ['compare' => 'item', 'position' => ['move' => 'below', 'amount' => '0.01']],
            ])['price'],
        );
    }

    public function test_the_buy_box_is_aimed_at_where_someone_holds_it(): void
    {
        $rule = ['reference' => ['of' => 'buy_box']];
        $offers = [
            ['seller' => 'cheap', 'price' => '18.00'],
            ['seller' => 'box', 'price' => '21.00', 'buy_box' => true],
        ];
        self::assertSame('21.00', self::decide(['offers' => $offers, 'rule' => $rule])['price']);
        self::assertSame(
            '18.00',
            self::decide(['offers' => [$offers[0]], 'rule' => $rule])['price'],
            'else the lowest',
        );
        self::assertSame(
            '18.00',
            self::decide(['offers' => $offers, 'rule' => [...$rule, 'field' => ['exclude_sellers' => ['box']]]])[
                'price'
            ],
            'a holder that does not count is none',
        );
    }

    /**
     * @return array<string, array{array<string, mixed>, string, string, string|null, string|null}> request, outcome,
     *     reason, price, bound by
     */
    public static function limits(): array
    {
        $low = [['seller' => 'r', 'price' => '10.00']];
        $high = [['seller' => 'r', 'price' => '90.00']];

        return [
            'under the floor: the floor' => [['offers' => $low], 'change', 'at_floor', '15.00', 'floor'],
            'under the floor: hold' => [
                ['offers' => $low, 'rule' => ['when_below_floor' => 'hold']],
                'keep',
                'below_floor',
                null,
                null,
            ],
            'under the floor: ceiling' => [
                ['offers' => $low, 'rule' => ['when_below_floor' => 'ceiling']],
                'change',
                'at_ceiling',
                '40.00',
                'ceiling',
            ],
            'over the ceiling: the ceiling' => [['offers' => $high], 'change', 'at_ceiling', '40.00', 'ceiling'],
            'over the ceiling: hold' => [
                ['offers' => $high, 'rule' => ['when_above_ceiling' => 'hold']],
                'keep',
                'above_ceiling',
                null,
                null,
            ],
            'nobody: hold' => [['offers' => []], 'keep', 'no_rivals', null, null],
            'nobody: ceiling' => [
                ['offers' => [], 'rule' => ['when_no_rivals' => 'ceiling']],
                'change',
                'no_rivals',
                '40.00',
                null,
            ],
            'nobody: list price' => [
                ['offers' => [], 'listing' => ['list_price' => '29.90'], 'rule' => ['when_no_rivals' => 'list_price']],
                'change',
                'no_rivals',
                '29.90',
                null,
            ],
            'nobody: list price beyond the ceiling' => [
                ['offers' => [], 'listing' => ['list_price' => '49.90'], 'rule' => ['when_no_rivals' => 'list_price']],
                'change',
                'no_rivals',
                '40.00',
                'ceiling',
            ],
            'nobody: no list price' => [
                ['offers' => [], 'rule' => ['when_no_rivals' => 'list_price']],
                'keep',
                'no_rivals',
                null,
                null,
            ],
            'only up' => [
                ['offers' => [['seller' => 'r', 'price' => '20.00']], 'rule' => ['direction' => 'up_only']],
                'keep',
                'direction',
                null,
                null,
            ],
            'only down' => [
                ['offers' => [['seller' => 'r', 'price' => '30.00']], 'rule' => ['direction' => 'down_only']],
                'keep',
                'direction',
                null,
                null,
            ],
            'only up, and there already' => [
                ['offers' => [['seller' => 'r', 'price' => '24.90']], 'rule' => ['direction' => 'up_only']],
                'keep',
                'already_there',
                null,
                null,
            ],
            'only down, and there already' => [
                ['offers' => [['seller' => 'r', 'price' => '24.90']], 'rule' => ['direction' => 'down_only']],
                'keep',
                'already_there',
                null,
                null,
            ],
            'already there' => [
                ['offers' => [['seller' => 'r', 'price' => '24.90']]],
                'keep',
                'already_there',
                null,
                null,
            ],
            'out of stock' => [['listing' => ['stock' => 0]], 'skipped', 'out_of_stock', null, null],
            'stock unknown' => [
                ['listing' => ['stock' => null], 'offers' => [['seller' => 'r', 'price' => '20.00']]],
                'change',
                'positioned',
                '20.00',
                null,
            ],
            'on promotion' => [
                ['listing' => ['on_promotion' => true], 'rule' => ['reprice_on_promotion' => false]],
                'skipped',
                'promotion',
                null,
                null,
            ],
            'buy box: keep' => [
                ['listing' => ['holds_buy_box' => true], 'rule' => ['when_holding_buy_box' => 'keep']],
                'keep',
                'holding_buy_box',
                null,
                null,
            ],
            'buy box: raise goes up' => [
                [
                    'listing' => ['holds_buy_box' => true],
                    'offers' => [['seller' => 'r', 'price' => '30.00']],
                    'rule' => ['when_holding_buy_box' => 'raise'],
                ],
                'change',
                'positioned',
                '30.00',
                null,
            ],
            'buy box: raise never goes down' => [
                [
                    'listing' => ['holds_buy_box' => true],
                    'offers' => [['seller' => 'r', 'price' => '20.00']],
                    'rule' => ['when_holding_buy_box' => 'raise'],
                ],
                'keep',
                'already_there',
                null,
                null,
            ],
            'no cost' => [
                [
                    'listing' => ['cost' => null],
                    'limits' => ['floor' => [['kind' => 'margin', 'percent' => '10']], 'ceiling' => []],
                ],
                'blocked',
                'cost_missing',
                null,
                null,
            ],
            'no cost needed' => [
                ['listing' => ['cost' => null], 'offers' => [['seller' => 'r', 'price' => '20.00']]],
                'change',
                'positioned',
                '20.00',
                null,
            ],
            'no floor' => [
                [
                    'limits' => [
                        'floor' => [['kind' => 'map']],
                        'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
                    ],
                ],
                'blocked',
                'floor_missing',
                null,
                null,
            ],
            'no ceiling' => [
                [
                    'limits' => [
                        'floor' => [['kind' => 'amount', 'amount' => '15.00']],
                        'ceiling' => [['kind' => 'rrp', 'percent' => '100']],
                    ],
                ],
                'blocked',
                'ceiling_missing',
                null,
                null,
            ],
            'unreachable floor' => [
                [
                    'fees' => [['kind' => 'percent', 'percent' => '20']],
                    'limits' => ['floor' => [['kind' => 'margin', 'percent' => '80']], 'ceiling' => []],
                ],
                'blocked',
                'floor_unreachable',
                null,
                null,
            ],
            'conflict' => [
                [
                    'limits' => [
                        'floor' => [['kind' => 'amount', 'amount' => '41.00']],
                        'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
                    ],
                ],
                'blocked',
                'limits_conflict',
                null,
                null,
            ],
        ];
    }

    /** @param  array<string, mixed>  $request */
    #[DataProvider('limits')]
    public function test_what_comes_of_it(
        array $request,
        string $outcome,
        string $reason,
        ?string $price,
        ?string $boundBy,
    ): void {
        $decision = self::decide($request);
        self::assertSame(
            [$outcome, $reason, $price, $boundBy],
            [$decision['outcome'], $decision['reason'], $decision['price'], $decision['bound_by']],
        );
    }

    /**
     * @return array<string, array{array<string, mixed>}> requests that would keep the price if it were within its
     *     limits
     */
    public static function keeps(): array
    {
        return [
            'no rivals' => [['offers' => []]],
            'direction' => [
                ['offers' => [['seller' => 'r', 'price' => '20.00']], 'rule' => ['direction' => 'down_only']],
            ],
            'hold below the floor' => [
                ['offers' => [['seller' => 'r', 'price' => '5.00']], 'rule' => ['when_below_floor' => 'hold']],
            ],
            'buy box held' => [['listing' => ['holds_buy_box' => true], 'rule' => ['when_holding_buy_box' => 'keep']]],
        ];
    }

    /** @param  array<string, mixed>  $request */
    #[DataProvider('keeps')]
    public function test_nothing_keeps_a_price_outside_its_limits(array $request): void
    {
        $request['listing'] = [...$request['listing'] ?? [], 'price' => '9.00'];
        $decision = self::decide($request);
        self::assertSame(
            ['change', 'at_floor', '15.00'],
            [$decision['outcome'], $decision['reason'], $decision['price']],
        );
    }

    public function test_ranks_and_earnings_before_and_after(): void
    {
        $decision = self::decide([
            'offers' => [['seller' => 'a', 'price' => '20.00'], ['seller' => 'b', 'price' => '22.00']],
            'rule' => ['position' => ['move' => 'below', 'amount' => '0.01']],
        ]);
        self::assertSame([3, 1, 2], [$decision['rank_before'], $decision['rank_after'], $decision['field_size']]);
        self::assertSame(
            ['profit' => '14.90', 'margin_percent' => '59.84', 'markup_percent' => '149.00'],
            $decision['before'],
        );
        self::assertSame(
            ['profit' => '9.99', 'margin_percent' => '49.97', 'markup_percent' => '99.90'],
            $decision['after'],
        );
    }

    /** Raising a rival's price never lowers ours, and a second look changes nothing more. */
    public function test_laws_on_random_markets(): void
    {
        mt_srand(11);
        for ($i = 0; $i < 1_500; $i++) {
            $offers = array_map(
                fn (int $n) => ['seller' => "r{$n}", 'price' => sprintf('%d.%02d', mt_rand(5, 60), mt_rand(0, 99))],
                range(1, mt_rand(1, 6)),
            );
            $rule = [
                'position' => mt_rand(0, 1) === 0
                        ? ['move' => 'below', 'percent' => (string) mt_rand(0, 20)]
                        : ['move' => 'above', 'amount' => '0.'.mt_rand(10, 99)],
            ];
            $request = [
                'listing' => ['price' => sprintf('%d.00', mt_rand(10, 60))],
                'offers' => $offers,
                'rule' => $rule,
            ];
            $decision = self::decide($request);
            $price = (float) ($decision['price'] ?? $decision['from']);
            self::assertGreaterThanOrEqual(15.0, $price);
            self::assertLessThanOrEqual(40.0, $price);

            shuffle($offers);
            self::assertSame(
                $decision['price'],
                self::decide([...$request, 'offers' => $offers])['price'],
                'order of offers',
            );

            $again = self::decide([...$request, 'listing' => ['price' => $decision['price'] ?? $decision['from']]]);
            self::assertSame('keep', $again['outcome'], 'a second look');

            $raised = $request['offers'];
            $raised[0]['price'] = sprintf('%.2f', (float) $raised[0]['price'] + mt_rand(1, 900) / 100);
            $after = self::decide([...$request, 'offers' => $raised]);
            self::assertGreaterThanOrEqual($price, (float) ($after['price'] ?? $after['from']), 'a rival went up');
        }
    }

    public function test_every_step_leaves_a_sentence(): void
    {
        $steps = array_column(self::decide([])['steps'], 'says', 'step');
        self::assertSame(
            [
                'field',
                'limits',
                'eligibility',
                'buy_box',
                'reference',
                'position',
                'direction',
                'within_limits',
                'floor_terms',
                'brakes',
                'approval',
                'result',
            ],
            array_keys($steps),
        );
        self::assertSame('1 offer, 1 counts', $steps['field']);
        self::assertSame('Floor: set by hand; ceiling: set by hand', $steps['limits']);
    }

    /**
     * @param  array<string, mixed>  $request  what differs from the usual
     * @return array<string, mixed>
     */
    private static function decide(array $request): array
    {
        $document = [
            'now' => '2026-03-02T09:00:00Z',
            'listing' => [
                'sku' => 'KC-1001',
                'currency' => 'EUR',
                'seller' => 'us',
                'price' => '24.90',
                'stock' => 14,
                'cost' => '10.00',
                ...$request['listing'] ?? [],
            ],
            'limits' => $request['limits'] ?? [
                'floor' => [['kind' => 'amount', 'amount' => '15.00']],
                'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
            ],
            'fees' => $request['fees'] ?? [],
            'offers' => $request['offers'] ?? [['seller' => 'r', 'price' => '20.00']],
            'rule' => [
                'version' => 1,
                'kind' => 'competitive',
                'reference' => ['of' => 'lowest'],
                ...$request['rule'] ?? [],
            ],
        ];
        if (($document['listing']['currency'] ?? '') === 'JPY') {
            unset($document['listing']['cost']);
        }

        return (new DecisionWriter())->write(Evaluation::of((new RequestReader())->read(Node::of($document))));
    }
}
