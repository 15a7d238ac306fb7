<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Market\Models\Rival;
use Tests\TestCase;

/** Sellers are found by a part of their name, however many have been seen. */
final class RivalTest extends TestCase
{
    public function test_rivals_are_found_by_a_part_of_their_name_or_identifier(): void
    {
        $channel = $this->listing('KC-1')->channel_id;
        Rival::query()->insert(
            array_map(
                fn (int $n) => [
                    'workspace_id' => $this->workspace->id,
                    'channel_id' => $channel,
                    'seller' => "seller-{$n}",
                    'name' => $n === 777 ? '100% Kettles_' : "Shop {$n}",
                ],
                range(1, 1_500),
            ),
        );
        $sellers = fn (string $q) => array_column(
            $this->actingAs($this->user)->getJson('/api/v1/rivals?q='.urlencode($q))->assertOk()->json(),
            'seller',
        );
        self::assertSame(['seller-777'], $sellers('kettles'));
        self::assertSame(['seller-777'], $sellers('100% kettles_'));
        self::assertSame(['seller-777'], $sellers('SELLER-777'));
        self::assertSame([], $sellers('s_eller'));
        self::assertCount(100, $sellers(''));
    }
}
