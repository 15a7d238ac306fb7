<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Pricing\Actions\AssignRules;
use App\Pricing\Models\Rule;
use App\Publishing\Models\PriceChange;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Tests\TestCase;

final class AssignRulesTest extends TestCase
{
    public function test_assignment_by_hand_precedes_filter_and_default_by_priority(): void
    {
        [$crocks, $all, $rest] = [$this->rule('Crocks'), $this->rule('Tidewell'), $this->rule('Rest')];
        $this->listing('KC-1', product: ['category' => 'Crocks']);
        $this->listing('KC-2', product: ['category' => 'Crocks', 'brand' => 'Other']);
        $this->listing('KC-3');
        $this->listing('KC-4', product: ['brand' => 'Other']);
        $this->listing('KC-5', ['rule_id' => $rest->id, 'assigned_by' => 'hand'], ['category' => 'Crocks']);
        $this->settings($crocks, ['assigned' => ['category' => 'Crocks'], 'priority' => 1])->assertOk();
        $this->settings($all, ['assigned' => ['brand' => 'Tidewell'], 'priority' => 5])
            ->assertOk()
            ->assertJsonPath('settings.assigned', ['brand' => 'Tidewell']);
        self::assertSame(
            [
                'KC-1' => 'Tidewell filter',
                'KC-2' => 'Crocks filter',
                'KC-3' => 'Tidewell filter',
                'KC-4' => ' ',
                'KC-5' => 'Rest hand',
            ],
            $this->assigned(),
        );
        $this->settings($rest, ['default_channel_id' => $this->channel->id])->assertOk();
        self::assertSame('Rest default', $this->assigned()['KC-4']);

        // Another default takes over those that were on the old one.
        $this->settings($crocks, ['default_channel_id' => $this->channel->id])->assertOk();
        self::assertSame(['Crocks default', null], [$this->assigned()['KC-4'], $rest->refresh()->default_channel_id]);

        // What comes to match later comes on the rule; what no longer does leaves it.
        Product::query()
            ->where('sku', 'KC-4')
            ->update(['category' => 'Crocks']);
        Product::query()
            ->where('sku', 'KC-3')
            ->update(['brand' => 'Other']);
        self::assertSame(2, app(AssignRules::class)->handle($this->workspace->id));
        self::assertSame(['Crocks filter', 'Crocks default'], [$this->assigned()['KC-4'], $this->assigned()['KC-3']]);
        self::assertSame(0, app(AssignRules::class)->handle($this->workspace->id));
    }

    public function test_removing_a_manual_assignment_falls_back_to_filter_or_default(): void
    {
        [$one, $two] = [$this->rule('One'), $this->rule('Two')];
        $this->listing('KC-1');
        $this->settings($one, ['assigned' => ['brand' => 'Tidewell']]);
        $this->putOn($two->id);
        self::assertSame('Two hand', $this->assigned()['KC-1']);
        $batch = $this->putOn(null);
        app(AssignRules::class)->handle($this->workspace->id);
        self::assertSame('One filter', $this->assigned()['KC-1']);
        self::assertNotEmpty($batch);
    }

    public function test_a_limited_rule_holds_back_the_other_listings_for_comparison(): void
    {
        $rule = $this->rule('Under');
        foreach (range(1, 10) as $n) {
            $listing = $this->listing(
                "KC-{$n}",
                ['rule_id' => $rule->id, 'assigned_by' => 'hand'],
                offers: [['seller' => 'a', 'price' => '20.00']],
            );
            DB::table('sales_days')->insert([
                'listing_id' => $listing->id,
                'workspace_id' => $this->workspace->id,
                'day' => now()->toDateString(),
                'units' => 2,
                'revenue_minor' => 4_980,
            ]);
        }
        $this->settings($rule, ['only_listings' => 3])
            ->assertOk()
            ->assertJson(['held_back' => 7]);
        $this->workOff();
        self::assertSame(3, PriceChange::query()->count());
        $chosen = Listing::query()->where('is_compared', false)->orderBy('id')->pluck('id')->all();
        $groups = $this->actingAs($this->user)
            ->getJson("/api/v1/rules/{$rule->id}/groups")
            ->assertOk()
            ->json();
        self::assertSame(
            [[false, 3, 6, '149.40'], [true, 7, 14, '348.60']],
            array_map(
                fn (array $group) => [$group['held_back'], $group['listings'], $group['units'], $group['revenue']],
                $groups,
            ),
        );

        // Widened, the first ones stay in; in the end all are.
        $this->settings($rule, ['only_percent' => 60])
            ->assertOk()
            ->assertJson(['held_back' => 4])
            ->assertJsonPath('settings.only_listings', null);
        self::assertSame([], array_diff($chosen, Listing::query()->where('is_compared', false)->pluck('id')->all()));
        $this->settings($rule, ['only_percent' => null])
            ->assertOk()
            ->assertJson(['held_back' => 0]);
        $this->workOff();
        self::assertSame(10, PriceChange::query()->count());
    }

    public function test_invalid_settings_and_other_workspaces_are_refused(): void
    {
        $rule = $this->rule('Under');
        $this->settings($rule, ['only_listings' => 0])
            ->assertStatus(422)
            ->assertJsonValidationErrors('only_listings');
        $this->settings($rule, ['only_listings' => 3, 'only_percent' => 10])->assertStatus(422);
        $this->settings($rule, ['priority' => 5_000])
            ->assertStatus(422)
            ->assertJsonValidationErrors('priority');
        [, $stranger, $theirs] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $this->settings($rule, ['default_channel_id' => $theirs->id])->assertNotFound();
        $this->actingAs($stranger)
            ->getJson("/api/v1/rules/{$rule->id}/groups")
            ->assertNotFound();
        $this->actingAs($stranger)
            ->getJson("/api/v1/rules/{$rule->id}/versions")
            ->assertNotFound();
    }

    /** @param  array<string, mixed>  $settings */
    private function settings(Rule $rule, array $settings): TestResponse
    {
        return $this->actingAs($this->user)->patchJson("/api/v1/rules/{$rule->id}", ['settings' => $settings]);
    }

    private function putOn(?int $rule): string
    {
        $batch = $this->actingAs($this->user)
            ->postJson('/api/v1/batches', ['edit' => 'rule', 'wanted' => ['rule' => $rule], 'filter' => ['q' => 'kc']])
            ->assertCreated()
            ->json('id');
        $this->actingAs($this->user)
            ->postJson("/api/v1/batches/{$batch}/apply")
            ->assertStatus(202);

        return $batch;
    }

    /** @return array<string, string> rule and why, by SKU */
    private function assigned(): array
    {
        return DB::table('listings as l')
            ->leftJoin('rules as r', 'r.id', '=', 'l.rule_id')
            ->orderBy('l.sku')
            ->selectRaw("l.sku, coalesce(r.name, '') || ' ' || coalesce(l.assigned_by, '') AS assigned")
            ->pluck('assigned', 'sku')
            ->all();
    }
}
