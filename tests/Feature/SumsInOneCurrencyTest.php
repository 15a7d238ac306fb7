<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Screens\Positions\NotePositions;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Tests\TestCase;

/** Amounts of several currencies are added up and compared in that of the workspace, and never as they are. */
final class SumsInOneCurrencyTest extends TestCase
{
    private Channel $francs;

    private Listing $here;

    private Listing $there;

    protected function setUp(): void
    {
        parent::setUp();
        $this->workspace->update([
            'limits' => [
                'floor' => [['kind' => 'markup', 'percent' => '10']],
                'ceiling' => [['kind' => 'amount', 'amount' => ['EUR' => '90.00', 'CHF' => '90.00']]],
            ],
        ]);
        $this->francs = Channel::query()->create([
            'key' => (string) Str::uuid7(),
            'driver' => 'quayside',
            'name' => 'Quayside CH',
            'currency' => 'CHF',
            'settings' => ['address' => 'http://quayside.test', 'seller' => 'kettle-crock'],
            'secrets' => ['token' => 'secret'],
            'webhook_secret' => 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw',
            'fees' => [],
        ]);
        // 1 EUR = 0.80 CHF: a franc is worth 1.25 euros.
        $this->as()->postJson('/api/v1/rates', [
            'rates' => [['base' => 'EUR', 'quote' => 'CHF', 'rate' => '0.80']],
        ])->assertOk();
        $offers = [['seller' => 'a', 'price' => '20.00', 'shipping' => '0.00', 'condition' => 'new', 'in_stock' => true]];
        $this->here = $this->listing('KC-1', ['price_minor' => 3_000], offers: $offers);
        $this->there = $this->listing('KC-2', ['price_minor' => 3_000, 'channel_id' => $this->francs->id], offers: $offers);
        foreach ([$this->here, $this->there] as $listing) {
            DB::table('sales_days')->insert([
                'workspace_id' => $this->workspace->id,
                'listing_id' => $listing->id,
                'day' => now()->subDay()->toDateString(),
                'units' => 10,
                'revenue_minor' => 30_000,
            ]);
        }
    }

    public function test_a_try_out_adds_up_revenue_at_the_rate(): void
    {
        $tried = $this->tryOut();
        // 10 × 30.00 EUR, and 10 × 30.00 CHF that are worth 375.00 EUR.
        self::assertSame(['675.00', 'EUR', 0], [$tried['revenue_before'], $tried['currency'], $tried['left_out']]);
        self::assertSame('450.00', $tried['revenue_after']);
    }

    public function test_the_largest_moves_are_found_by_what_they_are_worth(): void
    {
        // The same move in francs comes to more.
        self::assertSame(['KC-2', 'KC-1'], array_column($this->tryOut()['rows'], 'sku'));
    }

    public function test_what_has_no_rate_is_left_out_and_counted(): void
    {
        DB::table('rates_in_use')->where('workspace_id', $this->workspace->id)->delete();
        $tried = $this->tryOut();
        self::assertSame(['300.00', 1], [$tried['revenue_before'], $tried['left_out']]);
    }

    public function test_prices_that_wait_are_in_the_order_of_what_they_are_worth(): void
    {
        $rule = $this->rule('Asks', ['approval' => 'always', 'position' => ['move' => 'match']]);
        Listing::query()->update(['rule_id' => $rule->id]);
        $this->as()->postJson("/api/v1/rules/{$rule->id}/run")->assertStatus(202);
        $this->workOff();
        $waiting = $this->as()->getJson('/api/v1/approvals')->json('approvals');
        self::assertSame(
            [['KC-2', '100.00', '125.00'], ['KC-1', '100.00', '100.00']],
            array_map(fn (array $one) => [$one['listing']['sku'], $one['stake'], $one['stake_own']], $waiting),
        );
    }

    public function test_a_day_of_sales_is_one_sum(): void
    {
        DB::table('position_days')->insert([
            'workspace_id' => $this->workspace->id,
            'day' => now()->subDay()->toDateString(),
            'channel_id' => Listing::query()->value('channel_id'),
            'listings' => 2,
        ]);
        app(NotePositions::class)->handle();
        $this->enter($this->workspace);
        self::assertSame(
            30_000 + 37_500,
            (int) DB::table('position_days')
                ->where('workspace_id', $this->workspace->id)
                ->where('day', now()->subDay()->toDateString())
                ->sum('revenue_minor'),
        );
    }

    public function test_the_groups_of_a_limited_rule_are_compared_in_one_currency(): void
    {
        $rule = $this->rule('Limited');
        $rule->update(['limited_since' => now()->subDays(5)]);
        Listing::query()->update(['rule_id' => $rule->id]);
        $groups = $this->as()->getJson("/api/v1/rules/{$rule->id}/groups")->assertOk()->json();
        self::assertSame('675.00', $groups[0]['revenue']);
    }

    public function test_what_cannot_be_priced_comes_in_the_order_of_what_it_sells(): void
    {
        Listing::query()->update(['problem' => 'cost_missing']);
        $items = $this->as()->getJson('/api/v1/worklist')->json('0.items');
        self::assertSame(['KC-2', 'KC-1'], array_map(fn (array $item) => $item['listing']['sku'], $items));
    }

    /** @return array<string, mixed> */
    private function tryOut(): array
    {
        return $this->as()
            ->postJson('/api/v1/rules/try-out', [
                'document' => [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => 'lowest'],
                    'position' => ['move' => 'match'],
                ],
                'rows' => 'largest',
                'filter' => (object) [],
            ])
            ->assertOk()
            ->json();
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }
}
