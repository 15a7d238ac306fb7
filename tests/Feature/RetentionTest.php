<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Pricing\Actions\DecideListings;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What has been kept for long enough goes; what is still needed stays, however old it is. */
final class RetentionTest extends TestCase
{
    public function test_old_decisions_go_but_for_the_one_that_stands_and_the_ledger_goes_after_longer(): void
    {
        $listing = $this->listing(
            'KC-1',
            ['rule_id' => $this->rule('Under')->id],
            offers: [['seller' => 'r', 'price' => '20.00']],
        );
        foreach (['20.00', '19.00'] as $price) {
            DB::table('listing_markets')->update([
                'offers' => json_encode([['seller' => 'r', 'price' => $price]]),
                'packed' => null,
            ]);
            app(DecideListings::class)->handle($this->workspace, [$listing->id], 'market');
        }
        DB::table('decisions')->update(['decided_at' => now()->subDays(121)]);
        DB::table('price_changes')->update(['queued_at' => now()->subDays(801)]);
        $this->artisan('retention:run', ['--dry-run' => true])->assertSuccessful();
        self::assertSame([2, 2], [DB::table('decisions')->count(), DB::table('price_changes')->count()]);
        $this->artisan('retention:run')->assertSuccessful();
        self::assertSame([$this->standingDecision($listing)?->decision_id], DB::table('decisions')->pluck('id')->all());
        self::assertSame(
            ['queued'],
            DB::table('price_changes')->pluck('state')->all(),
            'one on its way is not forgotten',
        );
        $this->actingAs($this->user)->getJson('/api/v1/changes')->assertOk();
    }

    public function test_months_of_observations_go_whole_once_all_of_them_is_old_enough(): void
    {
        $this->travelTo('2026-11-28 12:00:00');
        foreach (['2025-09-01', '2025-10-01', '2025-11-01'] as $month) {
            DB::statement('SELECT market_observations_for(?::date)', [$month]);
        }
        $this->artisan('retention:run')->assertSuccessful();
        $left = array_column(
            DB::select(
                "SELECT inhrelid::regclass::text AS name FROM pg_inherits WHERE inhparent = 'market_observations'::regclass",
            ),
            'name',
        );
        self::assertNotContains('market_observations_2025_09', $left);
        self::assertContains('market_observations_2025_10', $left, '400 days before lie in it');
        self::assertContains('market_observations_2025_11', $left);
    }

    public function test_it_is_said_for_how_long_things_are_kept(): void
    {
        $kept = $this->actingAs($this->user)->getJson('/api/v1/retention')->assertOk()->json();
        self::assertContains(['what' => 'The ledger of price changes', 'days' => 800], $kept);
    }
}
