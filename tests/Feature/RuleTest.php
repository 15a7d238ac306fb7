<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Pricing\Actions\DecideListings;
use App\Pricing\Models\RuleVersion;
use Demo\DemoWorkspace;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RuleReader;
use Wrasse\Core\Money\Currency;

final class RuleTest extends TestCase
{
    private const DOCUMENT = [
        'version' => 1,
        'kind' => 'competitive',
        'reference' => ['of' => 'lowest'],
        'position' => ['move' => 'below', 'percent' => '1'],
    ];

    public function test_every_saved_document_is_a_new_version(): void
    {
        $made = $this->as()
            ->postJson('/api/v1/rules', ['name' => 'Under', 'document' => self::DOCUMENT])
            ->assertCreated()
            ->assertJson(['version' => 1, 'is_on' => false, 'listings' => 0]);
        $id = $made->json('id');
        $other = [...self::DOCUMENT, 'position' => ['move' => 'match']];
        $this->as()
            ->patchJson("/api/v1/rules/{$id}", ['document' => $other, 'based_on' => 1])
            ->assertOk()
            ->assertJson(['version' => 2]);
        $this->as()
            ->patchJson("/api/v1/rules/{$id}", ['document' => $other, 'based_on' => 2, 'is_on' => true])
            ->assertOk()
            ->assertJson(['version' => 2, 'is_on' => true]);
        $this->as()
            ->patchJson("/api/v1/rules/{$id}", ['document' => self::DOCUMENT, 'based_on' => 1])
            ->assertConflict();
        self::assertEquals(
            [self::DOCUMENT, $other],
            RuleVersion::query()->where('rule_id', $id)->orderBy('number')->get()->pluck('document')->all(),
        );

        $this->expectException(QueryException::class);
        $this->expectExceptionMessage('a rule version is never changed');
        DB::table('rule_versions')
            ->where('rule_id', $id)
            ->update(['document' => '{}']);
    }

    /** @return array<string, array{array<string, mixed>, string, string|null}> rule, reason, price */
    public static function kinds(): array
    {
        return [
            'sales' => [
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [['units_below' => 10, 'move' => 'down', 'percent' => '5']],
                ],
                'sales_pace',
                '23.65',
            ],
            'sales, enough of them' => [
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'bands' => [['units_below' => 7, 'move' => 'down', 'percent' => '5']],
                ],
                'pace_in_band',
                null,
            ],
            'markup' => [
                ['version' => 1, 'kind' => 'markup', 'tiers' => [['from' => '0', 'percent' => '120']]],
                'markup',
                '22.00',
            ],
            'formula' => [['version' => 1, 'kind' => 'formula', 'price' => 'lowest + sold_30d'], 'formula', '27.00'],
            'three changes a day' => [
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => 'lowest'],
                    'brakes' => ['max_changes_per_day' => 3],
                ],
                'positioned',
                '20.00',
            ],
            'two changes a day' => [
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => 'lowest'],
                    'brakes' => ['max_changes_per_day' => 2],
                ],
                'daily_limit',
                null,
            ],
        ];
    }

    /** @param  array<string, mixed>  $document */
    #[DataProvider('kinds')]
    public function test_rules_of_every_kind_get_what_they_look_at(
        array $document,
        string $reason,
        ?string $price,
    ): void {
        $listing = $this->listing('KC-1', offers: [['seller' => 'a', 'price' => '20.00']]);
        foreach ([1 => 3, 4 => 4] as $ago => $units) {
            DB::table('sales_days')->insert([
                'listing_id' => $listing->id,
                'workspace_id' => $this->workspace->id,
                'day' => now()->utc()->subDays($ago)->toDateString(),
                'units' => $units,
                'revenue_minor' => 1,
            ]);
        }
        foreach ([2, 20, 30] as $hours) {
            DB::table('price_changes')->insert([
                'workspace_id' => $this->workspace->id,
                'channel_id' => $this->channel->id,
                'listing_id' => $listing->id,
                'from_minor' => 2_000,
                'to_minor' => 2_100,
                'floor_minor' => 1,
                'ceiling_minor' => 9_000,
                'state' => 'confirmed',
                'due_at' => now(),
                'queued_at' => now(),
                'settled_at' => now()->subHours($hours),
            ]);
        }
        $this->as()
            ->postJson('/api/v1/rules', ['name' => 'Other', 'document' => $document])
            ->assertCreated();
        $this->as()
            ->postJson('/api/v1/rules/try-out', ['document' => $document, 'listings' => [$listing->id]])
            ->assertOk()
            ->assertJsonPath('rows.0.reason', $reason)
            ->assertJsonPath('rows.0.new_price', $price);
    }

    public function test_a_decision_that_needs_approval_is_stored_and_not_sent(): void
    {
        $rule = $this->rule('Ask', ['approval' => 'always']);
        $listing = $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'a', 'price' => '20.00']]);
        app(DecideListings::class)->handle($this->workspace, [$listing->id], Cause::Hand);
        self::assertSame(
            ['review', 'approval'],
            [$this->standingDecision($listing)?->outcome, $this->standingDecision($listing)?->reason],
        );
        self::assertSame(
            [1_980, 0],
            [DB::table('decisions')->value('price_minor'), DB::table('price_changes')->count()],
        );
        $this->as()
            ->postJson('/api/v1/rules/try-out', ['document' => $rule->latest->document, 'listings' => [$listing->id]])
            ->assertJson(['ask' => 1, 'down' => 0]);
    }

    public function test_a_try_out_says_what_it_comes_to_and_is_to_be_had_as_a_file(): void
    {
        $listing = $this->listing('KC-1', offers: [['seller' => 'a', 'price' => '20.00']]);
        DB::table('sales_days')->insert([
            'listing_id' => $listing->id,
            'workspace_id' => $this->workspace->id,
            'day' => now()->subDays(3)->toDateString(),
            'units' => 10,
            'revenue_minor' => 1,
        ]);
        // Ten pieces at 24.90, and at 19.80. Net 20.92 and 16.64, fee 2.99 and 2.38, cost 10.00: profit 7.93 and 4.26 a
        // piece.
        $this->as()
            ->postJson('/api/v1/rules/try-out', ['document' => self::DOCUMENT, 'listings' => [$listing->id]])
            ->assertOk()
            ->assertJson([
                'revenue_before' => '249.00',
                'revenue_after' => '198.00',
                'profit_before' => '79.30',
                'profit_after' => '42.60',
            ]);
        $lines = explode(
            "\r\n",
            $this->as()
                ->post('/api/v1/rules/try-out/export', ['document' => self::DOCUMENT, 'listings' => [$listing->id]])
                ->assertOk()
                ->streamedContent(),
        );
        self::assertStringContainsString('SKU,Title,Channel,Outcome', $lines[0]);
        self::assertStringContainsString(
            'KC-1,"Thing KC-1",Quayside,change,positioned,24.90,19.80,-5.10,-20.48',
            $lines[1],
        );
    }

    public function test_prices_that_were_tried_out_are_set_once_within_their_limits(): void
    {
        [$one, $two] = [
            $this->listing('KC-1', ['floor_minor' => 1_615, 'ceiling_minor' => 4_000]),
            $this->listing('KC-2', ['floor_minor' => 1_615, 'ceiling_minor' => 4_000]),
        ];
        $batch = $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'prices',
                'wanted' => ['prices' => [$one->id => '19.80', $two->id => '12.00']],
                'listings' => [$one->id, $two->id],
            ])
            ->assertCreated()
            ->assertJson(['change' => 1, 'refused' => 1]);
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/apply")
            ->assertStatus(202);
        self::assertSame(
            [[$one->id, 1_980]],
            DB::table('price_changes')
                ->get()
                ->map(fn (object $change) => [$change->listing_id, $change->to_minor])
                ->all(),
        );
        $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'prices',
                'wanted' => ['prices' => [$one->id => 'cheap']],
                'listings' => [$one->id],
            ])
            ->assertStatus(422)
            ->assertJsonValidationErrors("prices.{$one->id}");
    }

    public function test_a_formula_is_worked_out_for_a_listing_and_its_faults_are_named(): void
    {
        $listing = $this->listing(
            'KC-1',
            offers: [['seller' => 'a', 'price' => '20.00'], ['seller' => 'b', 'price' => '23.00']],
        );
        $this->as()
            ->postJson('/api/v1/rules/formula', ['price' => '(lowest + second) / 2', 'listing' => $listing->id])
            ->assertOk()
            ->assertJson([
                'price' => '21.50',
                'says' => 'The formula gives a price',
                'figures' => ['lowest' => '20', 'cost' => '10', 'map' => null, 'count' => '2'],
            ]);
        $this->as()
            ->postJson('/api/v1/rules/formula', ['price' => 'map * 2', 'listing' => $listing->id])
            ->assertOk()
            ->assertJson(['price' => null, 'reason' => 'formula_input_missing']);
        $this->as()
            ->postJson('/api/v1/rules/formula', ['price' => 'lowset * 2', 'listing' => $listing->id])
            ->assertStatus(422)
            ->assertJsonValidationErrors('document.price');
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $this->actingAs($stranger)
            ->postJson('/api/v1/rules/formula', ['price' => 'price', 'listing' => $listing->id])
            ->assertNotFound();
    }

    public function test_versions_say_who_saved_them(): void
    {
        $id = $this->as()
            ->postJson('/api/v1/rules', ['name' => 'Under', 'document' => self::DOCUMENT])
            ->json('id');
        $this->as()->patchJson("/api/v1/rules/{$id}", [
            'document' => [...self::DOCUMENT, 'position' => ['move' => 'match']],
        ]);
        $versions = $this->as()
            ->getJson("/api/v1/rules/{$id}/versions")
            ->assertOk()
            ->json();
        self::assertSame(
            [[2, 'Nora', 'match'], [1, 'Nora', 'below']],
            array_map(
                fn (array $version) => [$version['number'], $version['by'], $version['document']['position']['move']],
                $versions,
            ),
        );
    }

    public function test_an_invalid_part_of_a_rule_is_named_by_its_path(): void
    {
        $this->as()
            ->postJson('/api/v1/rules', [
                'name' => 'Under',
                'document' => [...self::DOCUMENT, 'position' => ['move' => 'below', 'percent' => '120']],
            ])
            ->assertStatus(422)
            ->assertJsonPath('errors', ['document.position.percent' => ['Expected a percentage from 0 to below 100.']]);
        $this->as()
            ->postJson('/api/v1/rules', ['name' => 'Under', 'document' => [...self::DOCUMENT, 'surprise' => 1]])
            ->assertStatus(422);
        $this->as()
            ->postJson('/api/v1/rules', ['document' => self::DOCUMENT])
            ->assertStatus(422)
            ->assertJsonStructure(['errors' => ['name']]);
        $this->as()
            ->postJson('/api/v1/rules', ['name' => 'Under', 'document' => self::DOCUMENT])
            ->assertCreated();
        $this->as()
            ->postJson('/api/v1/rules', ['name' => 'Under', 'document' => self::DOCUMENT])
            ->assertStatus(422)
            ->assertJsonPath('errors.name.0', 'Another rule has this name.');
        $this->as()
            ->patchJson('/api/v1/rules/999999', ['name' => 'x'])
            ->assertNotFound();
    }

    public function test_a_try_out_shows_everything_and_changes_nothing(): void
    {
        $this->listing('KC-1', offers: [['seller' => 'a', 'price' => '20.00']]);
        $this->listing('KC-2', offers: [['seller' => 'a', 'price' => '30.00']]);
        $this->listing('KC-3');
        $this->listing('KC-4', product: ['cost_minor' => null]);
        $this->listing('KC-5', ['stock' => 0]);
        $before = $this->everything();
        $tried = $this->as()
            ->postJson('/api/v1/rules/try-out', ['document' => self::DOCUMENT, 'filter' => []])
            ->assertOk();
        self::assertSame($before, $this->everything());
        $tried->assertJson(['down' => 1, 'up' => 1, 'stay' => 1, 'ask' => 0, 'skipped' => 1, 'blocked' => 1]);
        $tried->assertJsonPath('rows.0', [
            'listing' => $tried->json('rows.0.listing'),
            'sku' => 'KC-1',
            'title' => 'Thing KC-1',
            'channel' => 'Quayside',
            'outcome' => 'change',
            'reason' => 'positioned',
            'old_price' => '24.90',
            'new_price' => '19.80',
            'change' => '-5.10',
            'change_percent' => '-20.48',
            'floor' => '16.15',
            'ceiling' => '40.00',
            'margin_before' => '37.91',
            'margin_after' => '25.60',
            'markup_before' => '79.30',
            'markup_after' => '42.60',
            'rank_before' => 2,
            'rank_after' => 1,
            'field_size' => 1,
            'currency' => 'EUR',
            'rivals' => ['20.00'],
        ]);
        $this->as()
            ->postJson('/api/v1/rules/try-out', ['document' => self::DOCUMENT, 'filter' => ['q' => 'kc-2']])
            ->assertOk()
            ->assertJsonCount(1, 'rows');
        $largest = $this->as()
            ->postJson('/api/v1/rules/try-out', ['document' => self::DOCUMENT, 'filter' => [], 'rows' => 'largest'])
            ->assertOk()
            ->json();
        $all = $tried->json();
        usort(
            $all['rows'],
            fn (array $a, array $b) => abs((float) $b['change_percent']) <=> abs((float) $a['change_percent']),
        );
        self::assertSame(
            array_column(array_filter($all['rows'], fn (array $row) => $row['new_price'] !== null), 'sku'),
            array_column($largest['rows'], 'sku'),
        );
        self::assertSame(array_diff_key($tried->json(), ['rows' => true]), array_diff_key($largest, ['rows' => true]));
    }

    public function test_listings_are_put_on_a_rule_by_hand_or_by_filter(): void
    {
        $one = $this->listing('KC-1');
        $this->listing('KC-2');
        $rule = $this->rule('Under', isOn: false);
        $put = function (?int $to, array $which): int {
            $batch = $this->as()
                ->postJson('/api/v1/batches', ['edit' => 'rule', 'wanted' => ['rule' => $to], ...$which])
                ->assertCreated()
                ->json('id');

            return $this->as()
                ->postJson("/api/v1/batches/{$batch}/apply")
                ->assertStatus(202)
                ->json('change');
        };
        $this->as()
            ->postJson('/api/v1/batches', ['edit' => 'rule', 'wanted' => ['rule' => $rule->id]])
            ->assertStatus(422);
        self::assertSame(1, $put($rule->id, ['listings' => [$one->id]]));
        self::assertSame(1, $put($rule->id, ['filter' => ['q' => 'kc']]));
        $this->as()
            ->getJson("/api/v1/rules/{$rule->id}")
            ->assertJson(['listings' => 2]);
        self::assertSame(1, $put(null, ['listings' => [$one->id]]));
        self::assertNull($one->refresh()->rule_id);
    }

    public function test_the_rules_of_the_demo_are_valid(): void
    {
        $reader = new RuleReader(Currency::of('EUR'));
        $validator = new Validator();
        $validator->resolver()?->registerPrefix('https://wrasse.example/schemas/', base_path('docs/schemas'));
        foreach (DemoWorkspace::rules() as [$name, $categories, $document]) {
            $reader->read(Node::of($document));
            self::assertTrue(
                $validator
                    ->validate(json_decode((string) json_encode($document)), 'https://wrasse.example/schemas/rule.json')
                    ->isValid(),
                $name,
            );
            self::assertNotSame([], $categories, $name);
        }
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }

    private function everything(): string
    {
        return md5(
            (string) json_encode(
                array_map(fn (string $table) => DB::table($table)->get(), [
                    'listings',
                    'listing_markets',
                    'rules',
                    'rule_versions',
                    'runs',
                    'decisions',
                    'price_changes',
                    'feeds',
                    'jobs',
                    'market_observations',
                ]),
            ),
        );
    }
}
