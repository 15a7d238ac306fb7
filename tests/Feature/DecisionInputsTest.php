<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Supplier;
use App\Pricing\Deciding\Decider;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Deciding\RuleDocument;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\DecisionWriter;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

/** Decisions made straight from rows are those the core makes from the document that is kept of them, step by step. */
final class DecisionInputsTest extends TestCase
{
    private const RULES = [
        [
            'version' => 1,
            'kind' => 'competitive',
            'reference' => ['of' => 'average'],
            'position' => ['move' => 'below', 'percent' => '1'],
            'field' => ['min_rating_percent' => '85', 'max_age_minutes' => 90, 'max_handling_days' => 4],
            'brakes' => ['cooldown_minutes' => 30],
        ],
        [
            'version' => 1,
            'kind' => 'sales',
            'bands' => [
                ['units_below' => 10, 'move' => 'down', 'percent' => '5'],
                ['units_at_least' => 11, 'move' => 'up', 'percent' => '5'],
            ],
        ],
        [
            'version' => 1,
            'kind' => 'markup',
            'tiers' => [['from' => '0', 'percent' => '85'], ['from' => '30.01', 'amount' => '20.00']],
            'min_profit' => '2.00',
        ],
        ['version' => 1, 'kind' => 'formula', 'price' => 'lowest + sold_7d * 0.1 + (stock ?? 0) * 0.01'],
    ];

    public function test_rows_and_documents_give_the_same_decisions(): void
    {
        mt_srand(20_260_302);
        $supplier = Supplier::query()->create(['name' => 'Ravel & Rye'])->id;
        $this->channel->update([
            'categories' => ['Crocks' => ['fees' => [['kind' => 'fixed', 'amount' => '0.35']], 'tax_percent' => '7']],
        ]);
        for ($n = 1; $n <= 60; $n++) {
            $listing = $this->listing(
                "KC-{$n}",
                [
                    'price_minor' => mt_rand(300, 9_000),
                    'shipping_minor' => $n % 3 ? 0 : 450,
                    'stock' => [null, 0, 7][$n % 3],
                    'fulfilment' => $n % 2 ? 'merchant' : 'marketplace',
                    'holds_buy_box' => $n % 5 === 0,
                    'last_changed_at' => $n % 4 ? null : now()->subMinutes(mt_rand(1, 20_000)),
                    'limits' => [
                        'floor' => $n % 7 ? [] : [['kind' => 'reference', 'reference' => ['of' => 'lowest']]],
                        'ceiling' => $n % 5 ? [] : [['kind' => 'amount', 'amount' => '80.00']],
                    ],
                ],
                [
                    'cost_minor' => $n % 11 ? mt_rand(100, 6_000) : null,
                    'inbound_minor' => mt_rand(0, 1) * 90,
                    'shipping_cost_minor' => mt_rand(0, 500),
                    'rrp_minor' => $n % 6 ? mt_rand(500, 12_000) : null,
                    'map_minor' => $n % 4 ? null : mt_rand(500, 8_000),
                    'category' => $n % 2 ? 'Lids' : 'Crocks',
                    'supplier_id' => $n % 4 === 1 ? $supplier : null,
                ],
                array_map(
                    fn (int $i) => [
                        'seller' => "rival-{$i}",
                        'price' => sprintf('%d.%02d', mt_rand(3, 90), mt_rand(0, 99)),
                        'shipping' => $i % 2 ? '0.00' : '3.90',
                        'condition' => $i % 5 ? 'new' : 'used',
                        'fulfilment' => $i % 3 ? 'merchant' : 'marketplace',
                        'in_stock' => $i % 6 !== 0,
                        'buy_box' => $i === 2,
                        'rating_percent' => $i % 4 ? (string) mt_rand(70, 100) : null,
                        'rating_count' => mt_rand(0, 900),
                        'handling_days' => mt_rand(0, 6),
                        'ship_from' => $i % 2 ? 'DE' : null,
                    ],
                    $n % 9 === 0 ? [] : range(1, mt_rand(1, 12)),
                ),
            );
            foreach (range(1, 9) as $ago) {
                DB::table('sales_days')->insert([
                    'listing_id' => $listing->id,
                    'workspace_id' => $this->workspace->id,
                    'day' => now()->utc()->subDays($ago)->toDateString(),
                    'units' => mt_rand(0, 4),
                    'revenue_minor' => 1,
                    'in_stock' => mt_rand(0, 3) > 0,
                ]);
            }
        }
        $rows = ListingRows::read(ListingRows::withMarket($this->workspace->id));
        $writer = new DecisionWriter();
        $seen = [];
        foreach (self::RULES as $rule) {
            foreach (
                app(Decider::class)->decide(
                    $this->workspace,
                    $rows,
                    fn () => new RuleDocument($rule, 'EUR'),
                    CarbonImmutable::now(),
                ) as $one
            ) {
                $document = json_encode($one->input(), JSON_THROW_ON_ERROR);
                $fromDocument = Evaluation::of((new RequestReader())->read(Node::decode($document)));
                self::assertEquals($writer->write($fromDocument), $writer->write($one->decision), $document);
                $seen[$one->decision->reason->value] = true;
            }
        }
        self::assertGreaterThan(11, count($seen), 'the listings come to many kinds of decision');
    }
}
