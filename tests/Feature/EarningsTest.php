<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;
use Tests\TestCase;

final class EarningsTest extends TestCase
{
    public function test_earnings_are_broken_down_for_any_price(): void
    {
        $listing = $this->listing('KC-1', product: ['cost_minor' => 1_150, 'inbound_minor' => 110]);
        // By hand: tax 23.90 × 19 ÷ 119 = 3.82, fee 12 % = 2.87, profit 20.08 − 2.87 − 12.60 = 4.61, of 20.08 and of
        // 12.60.
        $this->actingAs($this->user)
            ->getJson("/api/v1/listings/{$listing->id}/earnings?price=23,9")
            ->assertOk()
            ->assertExactJson([
                'price' => '23.90',
                'shipping' => '0.00',
                'tax' => '3.82',
                'fees' => '2.87',
                'cost' => '12.60',
                'profit' => '4.61',
                'profit_own' => null,
                'margin_percent' => '22.96',
                'markup_percent' => '36.59',
            ]);
    }

    public function test_profit_is_in_the_currency_of_the_workspace_too(): void
    {
        $listing = $this->listing('KC-1', ['profit_minor' => 461]);
        $this->channel->update(['currency' => 'CHF']);
        $profit = fn (): array => [
            $this->actingAs($this->user)->getJson('/api/v1/listings')->json('listings.0.profit_own'),
            $this->actingAs($this->user)->getJson("/api/v1/listings/{$listing->id}/earnings?price=23.90")->json('profit_own') !== null,
            $this->actingAs($this->user)->getJson("/api/v1/listings/{$listing->id}")->json('profit_own') !== null,
        ];
        self::assertSame([null, false, false], $profit(), 'no rate is known');
        $this->actingAs($this->user)
            ->postJson('/api/v1/rates', ['rates' => [['base' => 'EUR', 'quote' => 'CHF', 'rate' => '0.922']]])
            ->assertOk();
        // 4.61 CHF ÷ 0.922.
        self::assertSame(['5.00', true, true], $profit());
    }

    public function test_without_a_cost_fees_and_tax_are_known_all_the_same(): void
    {
        $listing = $this->listing('KC-1', product: ['cost_minor' => null]);
        $this->actingAs($this->user)
            ->getJson("/api/v1/listings/{$listing->id}/earnings?price=23.90")
            ->assertOk()
            ->assertJson([
                'tax' => '3.82',
                'fees' => '2.87',
                'cost' => null,
                'profit' => null,
                'margin_percent' => null,
            ]);
    }

    public function test_the_detail_gives_the_prices_that_matter(): void
    {
        $points = $this->actingAs($this->user)
            ->getJson('/api/v1/listings/'.$this->listing('KC-1')->id)
            ->assertOk()
            ->json('earnings');
        self::assertSame(['break_even', 'floor', 'now', 'ceiling'], array_column($points, 'at'));
        $earnings = array_column($points, 'earnings', 'at');
        self::assertSame(['24.90', '40.00'], [$earnings['now']['price'], $earnings['ceiling']['price']]);
        // 10.00 ÷ (1 ÷ 1.19 − 0.12) = 13.88 before rounding. At 13.87 net 11.66, fee 1.66; at 13.86 net 11.65, fee
        // 1.66: a cent short.
        self::assertSame(['13.87', '0.00'], [$earnings['break_even']['price'], $earnings['break_even']['profit']]);
        self::assertGreaterThanOrEqual(12, (float) $earnings['floor']['margin_percent']);
    }

    public function test_invalid_prices_and_other_workspaces_are_refused(): void
    {
        $listing = $this->listing('KC-1');
        foreach (['', 'cheap', '-3', str_repeat('9', 39)] as $price) {
            self::assertArrayHasKey(
                'price',
                $this->actingAs($this->user)
                    ->getJson("/api/v1/listings/{$listing->id}/earnings?price={$price}")
                    ->assertStatus(422)
                    ->json('errors'),
                $price,
            );
        }
        [, $them] = $this->makeWorkspace('Other', 'mika@other.example');
        $this->actingAs($them)
            ->getJson("/api/v1/listings/{$listing->id}/earnings?price=20")
            ->assertNotFound();
    }

    public function test_past_margins_use_the_costs_of_their_time(): void
    {
        $listing = $this->listing('KC-1', ['price_minor' => 2_490], ['cost_minor' => 1_150]);
        $cost = fn (int $minor, int $daysAgo, bool $taken = true) => DB::table('product_costs')->insert([
            'workspace_id' => $this->workspace->id,
            'product_id' => $listing->product_id,
            'cost_minor' => $minor,
            'inbound_minor' => 50,
            'effective_from' => now()->subDays($daysAgo),
            'taken_at' => $taken ? now()->subDays($daysAgo) : null,
        ]);
        $cost(1_000, 40);
        $cost(1_150, 10);
        $cost(1_200, -5, false);
        DB::table('market_observations')->insert([
            'listing_id' => $listing->id,
            'workspace_id' => $this->workspace->id,
            'observed_at' => now()->subDays(12),
            'price_minor' => 2_380,
            'offers' => '[]',
        ]);
        $periods = $this->actingAs($this->user)
            ->getJson("/api/v1/listings/{$listing->id}/costs")
            ->assertOk()
            ->json();
        self::assertSame(
            [['12.00', true, null], ['11.50', false, '24.90'], ['10.00', false, '23.80']],
            array_map(fn (array $one) => [$one['cost'], $one['is_later'], $one['price']], $periods),
        );
        // 23.80: net 20.00, fee 2.86, cost 10.50, profit 6.64: 33.2 % of 20.00 and 63.24 % of 10.50.
        self::assertSame(
            ['6.64', '33.20', '63.24'],
            [
                $periods[2]['earnings']['profit'],
                $periods[2]['earnings']['margin_percent'],
                $periods[2]['earnings']['markup_percent'],
            ],
        );
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $this->actingAs($stranger)
            ->getJson("/api/v1/listings/{$listing->id}/costs")
            ->assertNotFound();
    }
}
