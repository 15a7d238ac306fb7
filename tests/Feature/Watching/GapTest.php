<?php

declare(strict_types=1);

namespace Tests\Feature\Watching;

use App\Catalogue\Models\Product;
use App\Watching\Actions\AddWatches;
use App\Watching\Matching\ProposeMatches;
use App\Watching\Models\MarketGap;
use App\Watching\Models\ProductMatch;
use App\Watching\Models\SiteProduct;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What other shops sell and we do not, from what was found to a product of ours. */
final class GapTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-30 09:00:00');
    }

    public function test_the_same_thing_in_two_shops_is_one_gap_with_its_lowest_price(): void
    {
        $this->sold('cellar-supply.test', 'Glass weight 9 cm, set of 4', 1_595, '2026-11-01');
        $this->sold('jar-corner.test', 'Glass weights 9 cm (4 pieces)', 1_495, '2026-11-20');
        $this->sold('jar-corner.test', 'Glass weight 12 cm, set of 2', 1_350, '2026-11-20');
        $this->listing('KC-1', [], ['title' => 'Stoneware crock 5 l', 'brand' => 'Saltmarsh']);
        $this->sold('jar-corner.test', 'Stoneware crock 5 l', 2_000, '2026-11-20', ['brand' => 'Saltmarsh']);
        $this->compare();

        $gaps = $this->gaps();
        self::assertSame(
            [['Glass weight 9 cm, set of 4', 2, '14.95', '2026-11-01T00:00:00+00:00'], ['Glass weight 12 cm, set of 2', 1, '13.50', '2026-11-20T00:00:00+00:00']],
            array_map(fn (array $gap) => [$gap['title'], $gap['shops'], $gap['lowest'], \Carbon\CarbonImmutable::parse($gap['since'])->toRfc3339String()], $gaps),
        );
        self::assertSame(['jar-corner.test', 'cellar-supply.test'], array_column($gaps[0]['offers'], 'shop'));
    }

    public function test_only_what_is_in_stock_counts_and_the_trend_is_that_of_the_lowest_price(): void
    {
        $cheap = $this->sold('jar-corner.test', 'Oak barrel 10 l', 8_000, '2026-10-01');
        $this->sold('cellar-supply.test', 'Oak barrel 10 l', 10_000, '2026-10-01');
        DB::table('site_product_prices')->insert([
            ['workspace_id' => $this->workspace->id, 'site_product_id' => $cheap->id, 'seen_at' => '2026-10-01', 'price_minor' => 9_000, 'currency' => 'EUR', 'in_stock' => true],
            ['workspace_id' => $this->workspace->id, 'site_product_id' => $cheap->id, 'seen_at' => '2026-10-20', 'price_minor' => 10_000, 'currency' => 'EUR', 'in_stock' => true],
            ['workspace_id' => $this->workspace->id, 'site_product_id' => $cheap->id, 'seen_at' => '2026-11-20', 'price_minor' => 8_000, 'currency' => 'EUR', 'in_stock' => true],
        ]);
        $this->compare();
        self::assertSame(['80.00', 2], [$this->gaps()[0]['lowest'], $this->gaps()[0]['shops']]);

        $cheap->update(['in_stock' => false]);
        self::assertSame(['100.00', 1, '0.00'], [$this->gaps()[0]['lowest'], $this->gaps()[0]['shops'], $this->gaps()[0]['trend_percent']]);
    }

    public function test_a_cost_shows_what_a_sale_would_leave_and_that_comes_first(): void
    {
        $this->sold('jar-corner.test', 'Oak barrel 10 l', 11_900);
        $this->sold('jar-corner.test', 'Copper still 5 l', 50_000);
        $this->compare();
        [$still, $barrel] = $this->gaps();
        self::assertSame(['Copper still 5 l', null], [$still['title'], $still['profit']]);

        $this->actingAs($this->user)->patchJson("/api/v1/gaps/{$barrel['id']}", ['cost' => '40,00'])->assertOk();
        [$first] = $this->gaps();
        // 119.00 with 19 % tax is 100.00 net; 12 % of 119.00 is 14.28; 100.00 - 14.28 - 40.00.
        self::assertSame(['Oak barrel 10 l', '40.00', '45.72', '45.72'], [$first['title'], $first['cost'], $first['profit'], $first['margin_percent']]);
        $this->actingAs($this->user)->patchJson("/api/v1/gaps/{$barrel['id']}", ['cost' => 'much'])->assertUnprocessable()->assertJsonStructure(['errors' => ['cost']]);
        $this->actingAs($this->user)->patchJson("/api/v1/gaps/{$barrel['id']}", ['cost' => null])->assertOk()->assertJson(['profit' => null]);
    }

    public function test_a_gap_becomes_a_product_with_a_draft_and_is_closed_by_it(): void
    {
        $this->sold('jar-corner.test', 'Oak barrel 10 l', 11_900, more: ['brand' => 'Oldcask', 'gtin' => '4006381333931']);
        $this->compare();
        $id = $this->gaps()[0]['id'];
        $this->actingAs($this->user)->patchJson("/api/v1/gaps/{$id}", ['cost' => '40.00'])->assertOk();
        $this->actingAs($this->user)->postJson("/api/v1/gaps/{$id}/draft", ['sku' => ''])->assertUnprocessable();
        $this->actingAs($this->user)->postJson("/api/v1/gaps/{$id}/draft", ['sku' => 'KC-9', 'channel' => 'Nowhere'])->assertUnprocessable();
        self::assertSame('open', MarketGap::query()->sole()->state->value);

        $this->actingAs($this->user)->postJson("/api/v1/gaps/{$id}/draft", ['sku' => 'KC-9', 'channel' => 'Quayside', 'price' => '119.00'])->assertCreated();
        $product = Product::query()->where('sku', 'KC-9')->sole();
        self::assertSame(['Oak barrel 10 l', 'Oldcask', '4006381333931', 4_000], [$product->title, $product->brand, $product->gtin, $product->cost_minor]);
        $this->assertDatabaseHas('listings', ['product_id' => $product->id, 'is_draft' => true, 'price_minor' => 11_900]);
        $this->actingAs($this->user)->postJson("/api/v1/gaps/{$id}/draft", ['sku' => 'KC-10'])->assertConflict();
        self::assertSame([], $this->gaps());

        $this->compare();
        self::assertSame($product->id, ProductMatch::query()->sole()->product_id);
        self::assertNull(SiteProduct::query()->sole()->gap_id);
    }

    public function test_what_may_be_ours_is_no_gap_until_a_person_says_that_it_is_not(): void
    {
        $this->listing('KC-1', [], ['title' => 'Stoneware crock 5 l', 'brand' => 'Saltmarsh']);
        $this->sold('jar-corner.test', 'Stoneware crock with lid and weights, blue 5 l', 2_000, more: ['brand' => 'Saltmarsh']);
        $this->compare();
        self::assertSame([], $this->gaps());
        $match = ProductMatch::query()->sole();
        self::assertSame('perhaps', $match->verdict->value);

        foreach (['rejected' => 1, 'proposed' => 0] as $state => $gaps) {
            $this->actingAs($this->user)->postJson('/api/v1/matches/decide', ['state' => $state, 'ids' => [$match->id]])->assertOk();
            self::assertCount($gaps, $this->gaps(), $state);
        }
    }

    public function test_what_is_dismissed_is_put_aside_and_can_be_taken_up_again(): void
    {
        $this->sold('jar-corner.test', 'Oak barrel 10 l', 11_900);
        $this->compare();
        $id = $this->gaps()[0]['id'];
        $this->actingAs($this->user)->patchJson("/api/v1/gaps/{$id}", ['state' => 'dismissed'])->assertOk();
        self::assertSame([0, 1], [count($this->gaps()), count($this->gaps('?state=dismissed'))]);
        $this->actingAs($this->user)->patchJson("/api/v1/gaps/{$id}", ['state' => 'open'])->assertOk();
        self::assertCount(1, $this->gaps());
        self::assertStringContainsString('"Oak barrel 10 l",,,,1,jar-corner.test,http://jar-corner.test/p/1,119.00,EUR', $this->actingAs($this->user)->get('/api/v1/gaps/export')->assertOk()->streamedContent());
    }

    public function test_the_other_way_round(): void
    {
        $this->listing('KC-1', ['stock' => 0, 'field_size' => 3, 'lowest_minor' => 1_900]);
        $this->listing('KC-2', ['stock' => 5, 'field_size' => 3]);
        $this->listing('KC-3', ['stock' => 5, 'field_size' => 0]);

        self::assertSame(['KC-1'], array_column($this->actingAs($this->user)->getJson('/api/v1/gaps/sold-out')->assertOk()->json(), 'sku'));
        self::assertSame(['KC-3'], array_column($this->actingAs($this->user)->getJson('/api/v1/gaps/only-ours')->assertOk()->json(), 'sku'));
    }

    public function test_gaps_are_of_ones_own_workspace(): void
    {
        $this->sold('jar-corner.test', 'Oak barrel 10 l', 11_900);
        $this->compare();
        $id = $this->gaps()[0]['id'];
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        self::assertSame([], $this->actingAs($stranger)->getJson('/api/v1/gaps')->json());
        $this->actingAs($stranger)->patchJson("/api/v1/gaps/{$id}", ['state' => 'dismissed'])->assertNotFound();
        $this->actingAs($stranger)->postJson("/api/v1/gaps/{$id}/draft", ['sku' => 'X'])->assertNotFound();
    }

    /** @param  array<string, mixed>  $more */
    private function sold(string $host, string $title, int $price, string $since = '2026-11-20', array $more = []): SiteProduct
    {
        $site = app(AddWatches::class)->site($this->workspace->id, $host);
        $one = new SiteProduct();
        $one->forceFill([
            'site_id' => $site->id, 'url' => "http://{$host}/p/".(SiteProduct::query()->count() + 1), 'title' => $title, 'price_minor' => $price, 'currency' => 'EUR',
            'in_stock' => true, 'condition' => 'new', 'first_seen_at' => $since, 'seen_at' => now(), ...$more,
        ])->save();

        return $one->refresh();
    }

    private function compare(): void
    {
        app()->forgetInstance(ProposeMatches::class);
        $propose = app(ProposeMatches::class);
        while ($propose->handle($this->workspace->refresh())) {
            continue;
        }
    }

    /** @return list<array<string, mixed>> */
    private function gaps(string $query = ''): array
    {
        return $this->actingAs($this->user)->getJson("/api/v1/gaps{$query}")->assertOk()->json();
    }
}
