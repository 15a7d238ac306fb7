<?php

declare(strict_types=1);

namespace Tests\Feature;

use Tests\TestCase;

final class SettingsTest extends TestCase
{
    public function test_limits_and_tax_move_every_floor(): void
    {
        $listing = $this->listing('KC-1');
        $this->actingAs($this->user)->patchJson('/api/v1/workspace', ['tax_percent' => '7,0 %', 'limits' => ['floor' => [['kind' => 'profit', 'amount' => '2.00']], 'ceiling' => [['kind' => 'amount', 'amount' => '35.00']]]])
            ->assertOk()->assertJson(['tax_percent' => '7', 'repricing_on' => true]);
        $this->workOff();
        $listing->refresh();
        // At 14.73: net 13.77, fee 1.77, profit 2.00.
        self::assertSame([1_473, 3_500], [$listing->floor_minor, $listing->ceiling_minor]);
    }

    public function test_wrong_settings_are_refused_at_their_field(): void
    {
        $patch = fn (array $body) => $this->actingAs($this->user)->patchJson('/api/v1/workspace', $body)->assertStatus(422)->json('errors');
        self::assertArrayHasKey('tax_percent', $patch(['tax_percent' => '101']));
        self::assertArrayHasKey('limits.floor.0.percent', $patch(['limits' => ['floor' => [['kind' => 'margin', 'percent' => '100']], 'ceiling' => []]]));
        self::assertArrayHasKey('limits.ceiling.0.kind', $patch(['limits' => ['floor' => [], 'ceiling' => [['kind' => 'sky']]]]));
        self::assertArrayHasKey('repricing_on', $patch(['repricing_on' => 'perhaps']));
    }

    public function test_fees_are_checked_and_kept(): void
    {
        $patch = fn (array $fees) => $this->actingAs($this->user)->patchJson("/api/v1/channels/{$this->channel->id}", ['fees' => $fees]);
        $patch([['kind' => 'percent', 'percent' => '15', 'on' => 'landed', 'minimum' => null], ['kind' => 'fixed', 'amount' => '0.35']])->assertOk();
        self::assertArrayHasKey('fees.0.percent', $patch([['kind' => 'percent', 'percent' => '150']])->assertStatus(422)->json('errors'));
        self::assertArrayHasKey('fees.0.amount', $patch([['kind' => 'fixed', 'amount' => '0,35']])->assertStatus(422)->json('errors'));
        self::assertSame('15', $this->channel->refresh()->fees[0]['percent']);
    }

    public function test_a_category_may_have_fees_and_tax_of_its_own(): void
    {
        $one = $this->listing('KC-1', product: ['category' => 'Books']);
        $two = $this->listing('KC-2', product: ['category' => 'Crocks']);
        $patch = fn (array $categories) => $this->actingAs($this->user)->patchJson("/api/v1/channels/{$this->channel->id}", ['categories' => $categories]);
        $patch(['Books' => ['fees' => [['kind' => 'tiered', 'mode' => 'slab', 'tiers' => [['up_to' => '10.00', 'percent' => '15'], ['up_to' => null, 'percent' => '5']]]], 'tax_percent' => '7']])->assertOk()->assertJsonPath('categories.Books.tax_percent', '7');
        $this->workOff();
        // Counted up cent by cent: net is price × 100 ÷ 107, the fee 15 % up to 10.00 and 5 % of all above that, both half up.
        $smallest = collect(range(1, 3_000))->first(fn (int $price) => 100 * (($net = intdiv(2 * $price * 100 + 107, 214)) - ($fee = intdiv(2 * $price * ($price <= 1_000 ? 15 : 5) + 100, 200)) - 1_000) >= 12 * $net);
        self::assertSame($smallest, $one->refresh()->floor_minor);
        self::assertSame(1_615, $two->refresh()->floor_minor);
        self::assertSame(['categories.Books.fees.0.percent'], array_keys($patch(['Books' => ['fees' => [['kind' => 'percent', 'percent' => '150']]]])->assertStatus(422)->json('errors')));
        self::assertSame(['categories.Books.tax_percent'], array_keys($patch(['Books' => ['tax_percent' => '200']])->assertStatus(422)->json('errors')));
        $patch(['Books' => 'cheap'])->assertStatus(422);
    }
}
