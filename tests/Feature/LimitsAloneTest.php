<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Limits\Scope;
use App\Catalogue\Models\LimitScope;
use App\Catalogue\Models\Supplier;
use App\Pricing\Deciding\DecideNow;
use App\Pricing\Deciding\LimitsAlone;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Jobs\DecideListingsJob;
use Tests\TestCase;

/** Floors worked out without the market are those of a whole decision. */
final class LimitsAloneTest extends TestCase
{
    public function test_limits_alone_equal_those_of_a_whole_decision(): void
    {
        mt_srand(11);
        $supplier = Supplier::query()->create(['name' => 'Marrow Works'])->id;
        foreach (
            [
                [Scope::Supplier, 'Marrow Works', [['kind' => 'profit', 'amount' => '1.30']]],
                [Scope::Category, 'Crocks', [['kind' => 'markup', 'percent' => '40']]],
                [Scope::Brand, 'Otherly', [['kind' => 'margin', 'percent' => '22.5']]],
                [Scope::Channel, 'Quayside', [['kind' => 'amount', 'amount' => '4.00']]],
            ] as [$scope, $name, $floor]
        ) {
            LimitScope::query()->create([
                'scope' => $scope,
                'name' => $name,
                'limits' => ['floor' => $floor, 'ceiling' => []],
            ]);
        }
        $this->channel->update([
            'fees' => [
                [
                    'kind' => 'tiered',
                    'on' => 'landed',
                    'mode' => 'marginal',
                    'tiers' => [['up_to' => '20.00', 'percent' => '15'], ['up_to' => null, 'percent' => '8']],
                ],
                ['kind' => 'fixed', 'amount' => '0.35'],
            ],
        ]);
        for ($n = 1; $n <= 60; $n++) {
            $this->listing(
                "KC-{$n}",
                [
                    'price_minor' => mt_rand(300, 9_000),
                    'shipping_minor' => mt_rand(0, 3) * 145,
                    'fulfilment' => $n % 3 === 0 ? 'marketplace' : 'merchant',
                    'limits' => [
                        'floor' => $n % 7 === 0 ? [['kind' => 'amount', 'amount' => '33.00']] : [],
                        'ceiling' => $n % 5 === 0 ? [['kind' => 'markup', 'percent' => '90']] : [],
                    ],
                ],
                [
                    'cost_minor' => $n % 11 === 0 ? null : mt_rand(0, 6_000),
                    'inbound_minor' => mt_rand(0, 90),
                    'packaging_minor' => mt_rand(0, 50),
                    'handling_minor' => mt_rand(0, 40),
                    'shipping_cost_minor' => mt_rand(0, 500),
                    'rrp_minor' => $n % 6 === 0 ? null : mt_rand(500, 12_000),
                    'map_minor' => $n % 4 === 0 ? mt_rand(500, 8_000) : null,
                    'category' => $n % 2 === 0 ? 'Crocks' : 'Lids',
                    'brand' => $n % 3 === 0 ? 'Otherly' : 'Tidewell',
                    'supplier_id' => $n % 4 === 1 ? $supplier : null,
                ],
            );
        }
        $alone = new LimitsAlone($this->workspace);
        $problems = [];
        foreach (ListingRows::read(ListingRows::alone($this->workspace->id)) as $row) {
            $whole = app(DecideNow::class)->of($this->workspace, $row->id)->decision;
            [$listing, $limits] = $alone->of($row) ?? self::fail('They do not follow the market.');
            self::assertSame(
                [$whole->limits->floor, $whole->limits->ceiling, $whole->limits->problem],
                [$limits->floor, $limits->ceiling, $limits->problem],
                $row->sku,
            );
            self::assertEquals($whole->before(), $listing->earnings->at($listing->price), $row->sku);
            $problems[$limits->problem->value ?? 'none'] = true;
        }
        self::assertEqualsCanonicalizing(
            ['none', 'cost_missing', 'ceiling_missing', 'limits_conflict'],
            array_keys($problems),
            'the listings are of many kinds',
        );
    }

    public function test_a_floor_that_follows_the_market_is_decided_with_it(): void
    {
        $this->workspace->update([
            'limits' => [
                'floor' => [['kind' => 'reference', 'reference' => ['of' => 'average']]],
                'ceiling' => [['kind' => 'rrp', 'percent' => '100']],
            ],
        ]);
        $offers = array_map(
            fn (string $price) => [
                'seller' => "rival-{$price}",
                'price' => $price,
                'shipping' => '0.00',
                'condition' => 'new',
                'in_stock' => true,
            ],
            ['20.00', '22.00'],
        );
        $listing = $this->listing('KC-1', offers: $offers);
        self::assertNull((new LimitsAlone($this->workspace))->of(ListingRows::read(ListingRows::alone($this->workspace->id))[0]));
        DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Limits);
        $this->enter($this->workspace);
        self::assertSame([2_100, 2], [$listing->refresh()->floor_minor, $listing->field_size]);
    }
}
