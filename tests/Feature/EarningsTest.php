<?php

declare(strict_types=1);

namespace Tests\Feature;

use Tests\TestCase;

final class EarningsTest extends TestCase
{
    public function test_any_price_says_where_the_money_goes(): void
    {
        $listing = $this->listing('KC-1', product: ['cost_minor' => 1_150, 'inbound_minor' => 110]);
        // By hand: tax 23.90 × 19 ÷ 119 = 3.82, fee 12 % = 2.87, profit 20.08 − 2.87 − 12.60 = 4.61, of 20.08 and of 12.60.
        $this->actingAs($this->user)->getJson("/api/v1/listings/{$listing->id}/earnings?price=23,9")->assertOk()->assertExactJson([
            'price' => '23.90', 'shipping' => '0.00', 'tax' => '3.82', 'fees' => '2.87', 'cost' => '12.60', 'profit' => '4.61', 'margin_percent' => '22.96', 'markup_percent' => '36.59',
        ]);
    }

    public function test_without_a_cost_fees_and_tax_are_known_all_the_same(): void
    {
        $listing = $this->listing('KC-1', product: ['cost_minor' => null]);
        $this->actingAs($this->user)->getJson("/api/v1/listings/{$listing->id}/earnings?price=23.90")->assertOk()->assertJson(['tax' => '3.82', 'fees' => '2.87', 'cost' => null, 'profit' => null, 'margin_percent' => null]);
    }

    public function test_the_detail_gives_the_prices_that_matter(): void
    {
        $points = $this->actingAs($this->user)->getJson('/api/v1/listings/'.$this->listing('KC-1')->id)->assertOk()->json('earnings');
        self::assertSame(['break_even', 'floor', 'now', 'ceiling'], array_column($points, 'at'));
        $earnings = array_column($points, 'earnings', 'at');
        self::assertSame(['24.90', '40.00'], [$earnings['now']['price'], $earnings['ceiling']['price']]);
        // 10.00 ÷ (1 ÷ 1.19 − 0.12) = 13.88 before rounding. At 13.87 net 11.66, fee 1.66; at 13.86 net 11.65, fee 1.66: a cent short.
        self::assertSame(['13.87', '0.00'], [$earnings['break_even']['price'], $earnings['break_even']['profit']]);
        self::assertGreaterThanOrEqual(12, (float) $earnings['floor']['margin_percent']);
    }

    public function test_wrong_prices_and_strangers_are_turned_away(): void
    {
        $listing = $this->listing('KC-1');
        foreach (['', 'cheap', '-3', str_repeat('9', 39)] as $price) {
            self::assertArrayHasKey('price', $this->actingAs($this->user)->getJson("/api/v1/listings/{$listing->id}/earnings?price={$price}")->assertStatus(422)->json('errors'), $price);
        }
        [, $them] = $this->makeWorkspace('Other', 'mika@other.example');
        $this->actingAs($them)->getJson("/api/v1/listings/{$listing->id}/earnings?price=20")->assertNotFound();
    }
}
