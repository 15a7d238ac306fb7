<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\TakeDueCosts;
use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Channels\Models\Channel;
use App\Pricing\Models\Run;
use App\Publishing\Models\PriceChange;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class BatchTest extends TestCase
{
    public function test_a_batch_changes_nothing_before_it_is_applied(): void
    {
        $this->priced('KC-1');
        $this->priced('KC-2', ['cost_minor' => null]);
        $batch = $this->start('cost', ['field' => 'cost', 'how' => 'add_percent', 'value' => '5 %'])
            ->assertCreated()
            ->assertJson([
                'state' => 'planned',
                'title' => ['text' => 'Unit cost + 5 %'],
                'change' => 1,
                'refused' => 1,
                'floors_up' => 1,
                'floors_beyond' => 0,
            ]);
        self::assertSame(1_000, Product::query()->where('sku', 'KC-1')->value('cost_minor'));
        $rows = $this->as()
            ->getJson("/api/v1/batches/{$batch['id']}/rows")
            ->assertOk()
            ->json();
        self::assertSame(
            [['cost', '10.00', '10.50']],
            array_map(
                fn (array $one) => [$one['field'], $one['before']['text'], $one['after']['text']],
                $rows[0]['changes'],
            ),
        );
        // At 16.94: net 14.24, fee 2.03, profit 1.71, and 12 % of 14.24 is 1.7088; at 16.93 it is 1.70 of 14.23, not
        // enough.
        self::assertSame(
            ['16.15', '16.94', '4.89'],
            [$rows[0]['floor_before'], $rows[0]['floor_after'], $rows[0]['floor_move']],
        );
        self::assertSame(
            ['KC-2', 'refused', 'There is nothing to add to.'],
            [$rows[1]['sku'], $rows[1]['verdict'], $rows[1]['why']['text']],
        );
        $this->apply($batch['id'])
            ->assertStatus(202)
            ->assertJson(['state' => 'applied']);
        self::assertSame(1_050, Product::query()->where('sku', 'KC-1')->value('cost_minor'));
        $this->workOff();
        self::assertSame(1_694, DB::table('listings')->where('sku', 'KC-1')->value('floor_minor'));
        $this->apply($batch['id'])->assertConflict();
    }

    public function test_a_batch_that_moves_floors_far_needs_confirmation(): void
    {
        $this->priced('KC-1');
        $batch = $this->start('cost', ['field' => 'cost', 'how' => 'set', 'value' => '1,00'])->assertJson([
            'floors_down' => 1,
            'floors_beyond' => 1,
        ]);
        $this->apply($batch['id'])
            ->assertStatus(422)
            ->assertJsonPath(
                'errors.confirmed.0',
                'Floors would move by more than 20 % on 1 product or listing. Look at them, and say that it is meant.',
            );
        self::assertSame(1_000, Product::query()->value('cost_minor'));
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/apply", ['confirmed' => true])
            ->assertStatus(202);
        self::assertSame(100, Product::query()->value('cost_minor'));
    }

    public function test_undo_restores_values_except_those_changed_since(): void
    {
        $one = $this->priced('KC-1');
        $two = $this->priced('KC-2');
        $batch = $this->start('automation', ['on' => false]);
        $this->apply($batch['id']);
        self::assertSame([false, false], [$one->refresh()->automation_on, $two->refresh()->automation_on]);
        $two->update(['automation_on' => true]);
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/undo")
            ->assertStatus(202)
            ->assertJson(['state' => 'undone', 'left' => 1]);
        self::assertSame([true, true], [$one->refresh()->automation_on, $two->refresh()->automation_on]);
        $kept = $this->as()
            ->getJson("/api/v1/batches/{$batch['id']}/rows?show=left")
            ->json('0');
        self::assertSame(['KC-2', 'It has been changed again since; that is kept.'], [$kept['sku'], $kept['why']['text']]);
        self::assertSame('kept_changed_since', $kept['why']['code']);
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/undo")
            ->assertConflict();
    }

    public function test_rows_changed_between_preview_and_apply_are_left(): void
    {
        $this->priced('KC-1');
        $batch = $this->start('cost', ['field' => 'cost', 'how' => 'add', 'value' => '0,40']);
        Product::query()->update(['cost_minor' => 1_100]);
        $this->apply($batch['id'])->assertJson(['state' => 'applied', 'left' => 1]);
        self::assertSame(1_100, Product::query()->value('cost_minor'));
    }

    public function test_costs_have_a_history_and_may_hold_from_a_later_day(): void
    {
        $listing = $this->priced('KC-1');
        $this->apply($this->start('cost', ['field' => 'cost', 'how' => 'set', 'value' => '10.20'])['id']);
        $later = $this->start('cost', [
            'field' => 'cost',
            'how' => 'set',
            'value' => '11.00',
            'effective_from' => now()->addDays(3)->toDateString(),
        ])->assertCreated();
        $this->apply($later['id'])->assertJson(['state' => 'applied']);
        self::assertSame(1_020, Product::query()->value('cost_minor'));
        self::assertSame(0, (new TakeDueCosts())->handle($this->workspace->id));
        $this->travel(4)->days();
        DB::update("UPDATE product_costs SET effective_from = now() - interval '1 minute' WHERE taken_at IS NULL");
        self::assertSame(1, (new TakeDueCosts())->handle($this->workspace->id));
        self::assertSame(1_100, Product::query()->value('cost_minor'));
        self::assertSame(
            [1_020, 1_100],
            DB::table('product_costs')
                ->where('product_id', $listing->product_id)
                ->orderBy('id')
                ->pluck('cost_minor')
                ->all(),
        );
        $early = $this->start('cost', [
            'field' => 'cost',
            'how' => 'set',
            'value' => '9',
            'effective_from' => '2026-01-01',
        ])->assertJson(['refused' => 1]);
        self::assertStringContainsString(
            'is known already',
            $this->as()
                ->getJson("/api/v1/batches/{$early['id']}/rows")
                ->json('0.why.text'),
        );
    }

    public function test_due_costs_of_every_workspace_are_taken_though_one_fails(): void
    {
        [$other, , $channel] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $schedule = function (Workspace $workspace, Channel $of): void {
            $this->channel = $of;
            $this->enter($workspace, fn () => array_map(fn (int $n) => $this->listing("KC-{$n}"), range(1, 9)));
            DB::insert(
                <<<'SQL'
                INSERT INTO product_costs (workspace_id, product_id, cost_minor, effective_from, source)
                SELECT workspace_id, id, 1100, now() - interval '1 minute', 'import'
                FROM products
                WHERE workspace_id = ?
                SQL,
                [$workspace->id],
            );
        };
        $schedule($other, $channel);
        $schedule($this->workspace, Channel::query()->sole());
        // Something in the other one cannot be taken.
        DB::unprepared(
            "CREATE FUNCTION refuse_cost() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'no'; END $$; CREATE TRIGGER refuse_cost BEFORE UPDATE ON products FOR EACH ROW WHEN (OLD.workspace_id = {$other->id}) EXECUTE FUNCTION refuse_cost()",
        );
        $this->artisan('catalogue:costs-due')->assertFailed();
        self::assertSame(
            [9, 0],
            [
                DB::table('products')->where('workspace_id', $this->workspace->id)->where('cost_minor', 1_100)->count(),
                DB::table('products')->where('workspace_id', $other->id)->where('cost_minor', 1_100)->count(),
            ],
        );
        DB::unprepared('DROP TRIGGER refuse_cost ON products; DROP FUNCTION refuse_cost()');
        $this->artisan('catalogue:costs-due')->assertSuccessful();
        self::assertSame(18, DB::table('products')->where('cost_minor', 1_100)->count());
        self::assertSame(
            [9, 9],
            Run::query()
                ->withoutGlobalScope('workspace')
                ->where('cause', 'costs')
                ->orderBy('id')
                ->pluck('total')
                ->all(),
        );
        $this->artisan('catalogue:costs-due')->assertSuccessful();
    }

    public function test_a_cost_takes_effect_at_midnight_in_the_workspaces_time_zone(): void
    {
        $this->workspace->update(['time_zone' => 'Europe/Berlin']);
        $this->travelTo('2026-10-20 12:00:00');
        $this->priced('KC-1');
        // The clocks in Berlin go back on 25 October 2026: the day begins at 22:00 UTC before, and at 23:00 UTC the day
        // after.
        foreach (
            ['2026-10-25' => '2026-10-24 22:00:00+00', '2026-10-26' => '2026-10-25 23:00:00+00'] as $day => $begins
        ) {
            $this->apply(
                $this->start('cost', ['field' => 'cost', 'how' => 'set', 'value' => '11.00', 'effective_from' => $day])[
                    'id'
                ],
            );
            self::assertSame($begins, DB::table('product_costs')->orderByDesc('id')->value('effective_from'));
        }
        $early = $this->start('cost', [
            'field' => 'cost',
            'how' => 'set',
            'value' => '9',
            'effective_from' => '2026-10-25',
        ])->assertJson(['refused' => 1]);
        self::assertSame(
            'A cost that holds from 2026-10-26 is known already; this one would come before it.',
            $this->as()
                ->getJson("/api/v1/batches/{$early['id']}/rows")
                ->json('0.why.text'),
        );
    }

    public function test_a_due_cost_that_failed_can_be_undone(): void
    {
        $this->priced('KC-1');
        $later = $this->start('cost', [
            'field' => 'cost',
            'how' => 'set',
            'value' => '11.00',
            'effective_from' => now()->addDay()->toDateString(),
        ]);
        $this->apply($later['id']);
        $this->travel(3)->days();
        $this->as()
            ->postJson("/api/v1/batches/{$later['id']}/undo")
            ->assertStatus(202);
        self::assertSame(
            [0, 1_000],
            [DB::table('product_costs')->whereNull('taken_at')->count(), Product::query()->value('cost_minor')],
        );
        self::assertSame(
            'undone',
            $this->as()
                ->getJson("/api/v1/batches/{$later['id']}/rows")
                ->json('0.state'),
        );
    }

    public function test_a_future_cost_can_be_undone(): void
    {
        $this->priced('KC-1');
        $later = $this->start('cost', [
            'field' => 'cost',
            'how' => 'set',
            'value' => '11.00',
            'effective_from' => now()->addDays(3)->toDateString(),
        ]);
        $this->apply($later['id']);
        self::assertSame(1, DB::table('product_costs')->whereNull('taken_at')->count());
        $this->as()
            ->postJson("/api/v1/batches/{$later['id']}/undo")
            ->assertStatus(202)
            ->assertJson(['state' => 'undone', 'left' => 0]);
        self::assertSame([0, 1_000], [DB::table('product_costs')->count(), Product::query()->value('cost_minor')]);
    }

    public function test_the_worklist_groups_listings_that_cannot_be_priced(): void
    {
        $this->priced('KC-1');
        $this->priced('KC-2', ['cost_minor' => null]);
        $this->priced('KC-3', ['rrp_minor' => 900]);
        $groups = collect($this->as()->getJson('/api/v1/worklist')->assertOk()->json())->keyBy('problem');
        self::assertSame(
            ['KC-2', 'KC-3'],
            [
                $groups['cost_missing']['items'][0]['listing']['sku'],
                $groups['limits_conflict']['items'][0]['listing']['sku'],
            ],
        );
        self::assertSame(
            ['margin', 'workspace', 'rrp'],
            [
                $groups['limits_conflict']['items'][0]['floor_term']['kind'],
                $groups['limits_conflict']['items'][0]['floor_term']['from'],
                $groups['limits_conflict']['items'][0]['ceiling_term']['kind'],
            ],
        );
        self::assertCount(2, $groups);
    }

    public function test_prices_by_hand_stay_within_the_limits_and_go_out(): void
    {
        $this->priced('KC-1');
        $this->priced('KC-2', ['rrp_minor' => 2_500]);
        $batch = $this->start('price', ['how' => 'set', 'value' => '26,00'])->assertJson([
            'change' => 1,
            'refused' => 1,
        ]);
        self::assertSame(
            '26.00 is above its ceiling 25.00.',
            $this->as()
                ->getJson("/api/v1/batches/{$batch['id']}/rows?show=refused")
                ->json('0.why.text'),
        );
        $this->apply($batch['id'])->assertJson(['state' => 'applied']);
        $change = PriceChange::query()->sole();
        self::assertSame(
            [2_490, 2_600, 'queued', $this->user->id, null],
            [$change->from_minor, $change->to_minor, $change->state->value, $change->user_id, $change->decision_id],
        );
    }

    public function test_limits_and_supplier_of_many(): void
    {
        $this->priced('KC-1');
        $this->priced('KC-2');
        $this->apply(
            $this->start('limits', ['side' => 'floor', 'kind' => 'amount', 'value' => '18,50'])->assertJson([
                'change' => 2,
                'floors_up' => 2,
            ])['id'],
        );
        $this->apply($this->start('supplier', ['supplier' => 'Ravel & Rye'])->assertJson(['change' => 2])['id']);
        $this->workOff();
        self::assertSame([1_850, 1_850], DB::table('listings')->orderBy('sku')->pluck('floor_minor')->all());
        self::assertSame(
            ['Ravel & Rye', 'Ravel & Rye'],
            Product::query()->with('supplier')->get()->map(fn (Product $product) => $product->supplier?->name)->all(),
        );
        $this->start('limits', ['side' => 'floor', 'kind' => 'amount', 'value' => '18.50'])->assertJson([
            'same' => 2,
            'change' => 0,
        ]);
    }

    /** @return array<string, array{string, array<string, mixed>, string}> */
    public static function nonsense(): array
    {
        return [
            'text for an amount' => ['cost', ['field' => 'cost', 'how' => 'set', 'value' => 'abc'], 'value'],
            'a negative cost' => ['cost', ['field' => 'cost', 'how' => 'set', 'value' => '-3'], 'value'],
            'more than all of it' => ['cost', ['field' => 'cost', 'how' => 'add_percent', 'value' => '-120'], 'value'],
            'no such field' => ['cost', ['field' => 'weight', 'how' => 'set', 'value' => '1'], 'field'],
            'no such edit' => ['colour', ['value' => '1'], 'edit'],
            'a margin of 100 %' => ['limits', ['side' => 'floor', 'kind' => 'margin', 'value' => '100'], 'value'],
            'RRP as a floor' => ['limits', ['side' => 'floor', 'kind' => 'rrp', 'value' => '90'], 'kind'],
        ];
    }

    /** @param  array<string, mixed>  $wanted */
    #[DataProvider('nonsense')]
    public function test_invalid_input_is_reported_at_its_field(string $edit, array $wanted, string $field): void
    {
        $this->priced('KC-1');
        self::assertSame([$field], array_keys($this->start($edit, $wanted)->assertStatus(422)->json('errors')));
    }

    public function test_another_workspace_cannot_see_the_batch(): void
    {
        $this->priced('KC-1');
        $batch = $this->start('automation', ['on' => false]);
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        foreach (
            [
                "/api/v1/batches/{$batch['id']}",
                "/api/v1/batches/{$batch['id']}/rows",
                "/api/v1/batches/{$batch['id']}/refused",
            ] as $path
        ) {
            $this->actingAs($stranger)->getJson($path)->assertNotFound();
        }
        $this->actingAs($stranger)
            ->postJson("/api/v1/batches/{$batch['id']}/apply")
            ->assertNotFound();
        $this->actingAs($stranger)->getJson('/api/v1/batches')->assertOk()->assertJsonCount(0);
    }

    /** @param  array<string, mixed>  $product */
    private function priced(string $sku, array $product = []): \App\Catalogue\Models\Listing
    {
        $listing = $this->listing($sku, product: $product);
        \App\Pricing\Jobs\DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Costs);
        $this->enter($this->workspace);

        return $listing->refresh();
    }

    public function test_all_that_match_but_some_are_meant(): void
    {
        $this->listing('KC-1');
        $left = $this->listing('KC-2');
        $batch = $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'automation',
                'wanted' => ['on' => false],
                'filter' => ['q' => 'kc', 'except' => [$left->id]],
            ])
            ->assertCreated()
            ->assertJson(['total' => 1])
            ->json();
        $this->apply($batch['id'])->assertAccepted();
        self::assertTrue($left->refresh()->automation_on);
        self::assertFalse(Listing::query()->where('sku', 'KC-1')->sole()->automation_on);
        $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'automation',
                'wanted' => ['on' => false],
                'filter' => ['except' => ['x']],
            ])
            ->assertJsonValidationErrors('filter.except', 'errors');
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }

    /** @param  array<string, mixed>  $wanted */
    private function start(string $edit, array $wanted): TestResponse
    {
        return $this->as()->postJson('/api/v1/batches', [
            'edit' => $edit,
            'wanted' => $wanted,
            'filter' => ['q' => 'kc'],
        ]);
    }

    private function apply(string $id): TestResponse
    {
        return $this->as()->postJson("/api/v1/batches/{$id}/apply");
    }
}
