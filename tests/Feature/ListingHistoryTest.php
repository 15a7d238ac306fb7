<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** A market that was observed more often than a chart can show is thinned by the database; a file has all of it. */
final class ListingHistoryTest extends TestCase
{
    private const OBSERVATIONS = 3_000;

    private Listing $listing;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-28 12:00:00');
        $this->listing = $this->listing('KC-1');
        DB::insert(
            <<<'SQL'
            INSERT INTO market_observations (listing_id, workspace_id, observed_at, price_minor, offers)
            SELECT ?, ?, ?::timestamptz - make_interval(mins => 10 * n), 2000 + n, '[{"seller": "r", "price": "19.00"}]'
            FROM generate_series(1, ?::int) AS n
            SQL,
            [$this->listing->id, $this->workspace->id, now()->toIso8601String(), self::OBSERVATIONS],
        );
    }

    public function test_a_short_time_is_shown_in_full(): void
    {
        $history = $this->history(2);
        self::assertNull($history['seconds_per_point']);
        self::assertCount(2 * 24 * 6, $history['points']);
    }

    public function test_a_long_time_is_shown_by_the_last_of_each_span(): void
    {
        $history = $this->history(20);
        self::assertSame(20 * 86_400 / 800, $history['seconds_per_point']);
        self::assertCount(800, $history['points']);
        self::assertSame('20.01', $history['points'][799]['price'], 'the last observation is among them');
        self::assertSame(
            $history['points'],
            collect($history['points'])->sortBy('at')->values()->all(),
        );
        foreach ($history['points'] as $point) {
            self::assertSame('19.00', $point['lowest']);
        }
    }

    public function test_the_buy_box_is_at_our_price_while_it_is_ours(): void
    {
        $observe = fn (int $minutesAgo, ?bool $holds, bool $isTheirs) => DB::table('market_observations')->insert([
            'listing_id' => $this->listing->id,
            'workspace_id' => $this->workspace->id,
            'observed_at' => now()->subMinutes($minutesAgo),
            'price_minor' => 2_150,
            'offers' => json_encode([['seller' => 'r', 'price' => '19.00', 'buy_box' => $isTheirs]]),
            'holds_buy_box' => $holds,
        ]);
        $observe(3, true, false);
        $observe(2, false, true);
        $observe(1, null, false);
        self::assertSame(
            ['21.50', '19.00', null],
            array_column(array_slice($this->history(2)['points'], -3), 'buy_box'),
            'ours, a rival’s, and one that nobody is known to have',
        );
    }

    public function test_limits_that_change_in_between_stand_between_the_points(): void
    {
        DB::table('limit_changes')->insert([
            'listing_id' => $this->listing->id,
            'workspace_id' => $this->workspace->id,
            'floor_minor' => 1_234,
            'ceiling_minor' => 9_999,
            'changed_at' => now()->subMinutes(65),
        ]);
        $points = $this->history(20)['points'];
        $at = collect($points)->search(fn (array $point) => $point['floor'] === '12.34');
        self::assertSame(now()->subMinutes(65)->getTimestamp(), $points[$at]['at']);
        self::assertSame($points[$at - 1]['price'], $points[$at]['price'], 'the price is as it was last seen');
    }

    public function test_changes_that_did_not_arrive_are_marked(): void
    {
        $change = [
            'workspace_id' => $this->workspace->id,
            'channel_id' => $this->listing->channel_id,
            'listing_id' => $this->listing->id,
            'from_minor' => 2_000,
            'to_minor' => 1_900,
            'floor_minor' => 1_000,
            'ceiling_minor' => 3_000,
            'due_at' => now(),
            'queued_at' => now(),
            'settled_at' => now(),
        ];
        foreach (['confirmed', 'failed', 'refused', 'superseded'] as $state) {
            DB::table('price_changes')->insert([...$change, 'state' => $state]);
        }
        self::assertSame(['confirmed', 'failed', 'refused'], array_column($this->history(1)['changes'], 'state'));
    }

    public function test_the_file_has_every_observation(): void
    {
        $file = $this->actingAs($this->user)
            ->get("/api/v1/listings/{$this->listing->id}/history/export?days=400")
            ->assertOk()
            ->streamedContent();
        self::assertSame(self::OBSERVATIONS, substr_count($file, ',seen,'));
    }

    /** @return array<string, mixed> */
    private function history(int $days): array
    {
        return $this->actingAs($this->user)
            ->getJson("/api/v1/listings/{$this->listing->id}/history?days={$days}")
            ->assertOk()
            ->json();
    }
}
