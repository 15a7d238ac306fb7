<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Pricing\Models\RuleVersion;
use App\Workbench\Demo\DemoWorkspace;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RuleReader;
use Wrasse\Core\Money\Currency;

final class RuleTest extends TestCase
{
    private const DOCUMENT = ['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest'], 'position' => ['move' => 'below', 'percent' => '1']];

    public function test_every_saved_sentence_is_a_new_version_and_stays(): void
    {
        $made = $this->as()->postJson('/api/v1/rules', ['name' => 'Under', 'document' => self::DOCUMENT])->assertCreated()->assertJson(['version' => 1, 'is_on' => false, 'listings' => 0]);
        $id = $made->json('id');
        $other = [...self::DOCUMENT, 'position' => ['move' => 'match']];
        $this->as()->patchJson("/api/v1/rules/{$id}", ['document' => $other, 'based_on' => 1])->assertOk()->assertJson(['version' => 2]);
        $this->as()->patchJson("/api/v1/rules/{$id}", ['document' => $other, 'based_on' => 2, 'is_on' => true])->assertOk()->assertJson(['version' => 2, 'is_on' => true]);
        $this->as()->patchJson("/api/v1/rules/{$id}", ['document' => self::DOCUMENT, 'based_on' => 1])->assertConflict();
        self::assertEquals([self::DOCUMENT, $other], RuleVersion::query()->where('rule_id', $id)->orderBy('number')->get()->pluck('document')->all());

        $this->expectException(QueryException::class);
        $this->expectExceptionMessage('a rule version is never changed');
        DB::table('rule_versions')->where('rule_id', $id)->update(['document' => '{}']);
    }

    public function test_a_wrong_piece_is_named_where_it_stands(): void
    {
        $this->as()->postJson('/api/v1/rules', ['name' => 'Under', 'document' => [...self::DOCUMENT, 'position' => ['move' => 'below', 'percent' => '120']]])
            ->assertStatus(422)->assertJsonPath('errors', ['document.position.percent' => ['Expected a percentage from 0 to below 100.']]);
        $this->as()->postJson('/api/v1/rules', ['name' => 'Under', 'document' => [...self::DOCUMENT, 'surprise' => 1]])->assertStatus(422);
        $this->as()->postJson('/api/v1/rules', ['document' => self::DOCUMENT])->assertStatus(422)->assertJsonStructure(['errors' => ['name']]);
        $this->as()->postJson('/api/v1/rules', ['name' => 'Under', 'document' => self::DOCUMENT])->assertCreated();
        $this->as()->postJson('/api/v1/rules', ['name' => 'Under', 'document' => self::DOCUMENT])->assertStatus(422)->assertJsonPath('errors.name.0', 'Another rule has this name.');
        $this->as()->patchJson('/api/v1/rules/999999', ['name' => 'x'])->assertNotFound();
    }

    public function test_a_try_out_shows_everything_and_changes_nothing(): void
    {
        $this->listing('KC-1', offers: [['seller' => 'a', 'price' => '20.00']]);
        $this->listing('KC-2', offers: [['seller' => 'a', 'price' => '30.00']]);
        $this->listing('KC-3');
        $this->listing('KC-4', product: ['cost_minor' => null]);
        $this->listing('KC-5', ['stock' => 0]);
        $before = $this->everything();
        $tried = $this->as()->postJson('/api/v1/rules/try-out', ['document' => self::DOCUMENT, 'filter' => []])->assertOk();
        self::assertSame($before, $this->everything());
        $tried->assertJson(['down' => 1, 'up' => 1, 'stay' => 1, 'skipped' => 1, 'blocked' => 1]);
        $tried->assertJsonPath('rows.0', [
            'listing' => $tried->json('rows.0.listing'), 'sku' => 'KC-1', 'title' => 'Thing KC-1', 'channel' => 'Quayside', 'outcome' => 'change', 'reason' => 'positioned',
            'old_price' => '24.90', 'new_price' => '19.80', 'change' => '-5.10', 'change_percent' => '-20.48', 'floor' => '16.15', 'ceiling' => '40.00',
            'margin_before' => '37.91', 'margin_after' => '25.60', 'markup_before' => '79.30', 'markup_after' => '42.60', 'rank_before' => 2, 'rank_after' => 1, 'field_size' => 1,
        ]);
        $this->as()->postJson('/api/v1/rules/try-out', ['document' => self::DOCUMENT, 'filter' => ['q' => 'kc-2']])->assertOk()->assertJsonCount(1, 'rows');
    }

    public function test_listings_are_put_on_a_rule_by_hand_or_by_filter(): void
    {
        $one = $this->listing('KC-1');
        $this->listing('KC-2');
        $rule = $this->rule('Under', isOn: false);
        $this->as()->postJson('/api/v1/assignments', ['rule' => $rule->id])->assertStatus(422);
        $this->as()->postJson('/api/v1/assignments', ['rule' => $rule->id, 'listings' => [$one->id]])->assertOk()->assertJson(['changed' => 1]);
        $this->as()->postJson('/api/v1/assignments', ['rule' => $rule->id, 'filter' => ['q' => 'kc']])->assertOk()->assertJson(['changed' => 1]);
        $this->as()->getJson("/api/v1/rules/{$rule->id}")->assertJson(['listings' => 2]);
        $this->as()->postJson('/api/v1/assignments', ['rule' => null, 'listings' => [$one->id]])->assertOk()->assertJson(['changed' => 1]);
        self::assertNull($one->refresh()->rule_id);
    }

    public function test_the_rules_of_the_demo_are_valid(): void
    {
        $reader = new RuleReader(Currency::of('EUR'));
        foreach (DemoWorkspace::rules() as [$name, $categories, $document]) {
            $reader->read(Node::of($document));
            self::assertNotSame([], $categories, $name);
        }
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }

    private function everything(): string
    {
        return md5((string) json_encode(array_map(
            fn (string $table) => DB::table($table)->get(), ['listings', 'listing_markets', 'rules', 'rule_versions', 'runs', 'decisions', 'price_changes', 'feeds', 'jobs', 'market_observations'],
        )));
    }
}
