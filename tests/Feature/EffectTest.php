<?php

declare(strict_types=1);

namespace Tests\Feature;

use Tests\TestCase;

/** What a rule would do to many listings together, with those that it would move most. */
final class EffectTest extends TestCase
{
    private const DOCUMENT = [
        'version' => 1,
        'kind' => 'competitive',
        'reference' => ['of' => 'lowest'],
        'position' => ['move' => 'below', 'percent' => '1'],
    ];

    public function test_counts_all_listings_and_shows_the_largest_moves_first(): void
    {
        $ids = [];
        foreach ([1 => '20.00', '24.90', '38.00', '9.00', '25.60'] as $n => $price) {
            $ids[] = $this->listing(
                "KC-{$n}",
                ['stock' => $n === 5 ? 0 : 10],
                offers: [['seller' => 'r', 'price' => $price]],
            )->id;
        }
        $effect = $this->actingAs($this->user)
            ->postJson('/api/v1/rules/try-out', ['document' => self::DOCUMENT, 'listings' => $ids, 'rows' => 'largest'])
            ->assertOk();
        self::assertSame([5, 4], [$effect->json('listings'), $effect->json('down') + $effect->json('up')]);
        self::assertSame('KC-3', $effect->json('rows.0.sku'));
    }
}
