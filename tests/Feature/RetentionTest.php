<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Pricing\Actions\DecideListings;
use App\Support\Database\MonthlyPartitions;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What has been kept for long enough goes; what is still needed stays, however old it is. */
final class RetentionTest extends TestCase
{
    public function test_old_decisions_are_removed_except_current_ones_and_old_ledger_lines_except_open_ones(): void
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
            app(DecideListings::class)->handle($this->workspace, [$listing->id], Cause::Market);
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

    public function test_whole_months_of_decisions_are_dropped_except_current_ones(): void
    {
        [$old, $new] = [$this->listing('KC-1'), $this->listing('KC-2')];
        $this->travelTo('2026-11-28 12:00:00');
        MonthlyPartitions::create('decisions', '2027-01-01');
        MonthlyPartitions::create('decisions', '2027-02-01');
        $decision = fn (int $listing, string $at) => [
            'workspace_id' => $this->workspace->id,
            'listing_id' => $listing,
            'rule_version_id' => 1,
            'cause' => 'market',
            'outcome' => 'keep',
            'reason' => 'already_there',
            'price_minor' => 2_000,
            'input' => '{}',
            'decided_at' => $at,
        ];
        $ids = array_map(
            fn (array $row) => DB::table('decisions')->insertGetId($row),
            [
                $decision($old->id, '2027-01-03 00:00:00+00'),
                $decision($old->id, '2027-01-31 23:59:59+00'),
                $decision($new->id, '2027-01-04 00:00:00+00'),
                $decision($new->id, '2027-02-01 00:00:00+00'),
            ],
        );
        foreach ([[$old->id, $ids[1]], [$new->id, $ids[3]]] as [$listing, $id]) {
            DB::table('current_decisions')->insert([
                'listing_id' => $listing,
                'workspace_id' => $this->workspace->id,
                'decision_id' => $id,
                'rule_version_id' => 1,
                'price_minor' => 2_000,
                'outcome' => 'keep',
                'reason' => 'already_there',
            ]);
        }

        $this->travelTo('2027-05-31 12:00:00');
        $this->artisan('retention:run')->assertSuccessful();
        self::assertCount(4, DB::table('decisions')->get(), 'the last day of January is not 120 days ago');
        $this->travelTo('2027-06-02 12:00:00');
        $this->artisan('retention:run')->assertSuccessful();
        self::assertSame([$ids[1], $ids[3]], DB::table('decisions')->orderBy('id')->pluck('id')->all());

        DB::table('current_decisions')->where('listing_id', $old->id)->delete();
        $this->artisan('retention:run')->assertSuccessful();
        self::assertSame([$ids[3]], DB::table('decisions')->pluck('id')->all());
    }

    public function test_rows_can_be_written_after_a_machine_was_off_for_months(): void
    {
        $this->travelTo('2028-03-05 12:00:00');
        $this->artisan('work:sweep')->assertSuccessful();
        $listing = $this->listing(
            'KC-1',
            ['rule_id' => $this->rule('Under')->id],
            offers: [['seller' => 'r', 'price' => '20.00']],
        );
        app(DecideListings::class)->handle($this->workspace, [$listing->id], Cause::Market);
        self::assertNotNull($this->standingDecision($listing));
    }

    public function test_whole_months_of_observations_are_dropped_once_old_enough(): void
    {
        $this->travelTo('2026-11-28 12:00:00');
        foreach (['2025-09-01', '2025-10-01', '2025-11-01'] as $month) {
            MonthlyPartitions::create('market_observations', $month);
        }
        $this->artisan('retention:run')->assertSuccessful();
        $left = array_column(
            DB::select(
                <<<'SQL'
                SELECT inhrelid::regclass::text AS name
                FROM pg_inherits
                WHERE inhparent = 'market_observations'::regclass
                SQL,
            ),
            'name',
        );
        self::assertNotContains('market_observations_2025_09', $left);
        self::assertContains('market_observations_2025_10', $left, '400 days before lie in it');
        self::assertContains('market_observations_2025_11', $left);
    }

    public function test_the_retention_periods_are_listed(): void
    {
        $kept = $this->actingAs($this->user)->getJson('/api/v1/retention')->assertOk()->json();
        self::assertContains(['what' => 'The ledger of price changes', 'days' => 800], $kept);
    }
}
