<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Market\Models\Rival;
use App\Market\Rivals\GatherRivals;
use App\Pricing\Models\Run;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class ReportTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-27 12:00:00');
        $this->workspace->update(['time_zone' => 'Europe/Berlin']);
    }

    public function test_days_are_added_up_by_what_they_are_looked_at_by(): void
    {
        $other = $this->channel->replicate()->forceFill(['key' => (string) Str::uuid(), 'name' => 'Fennmarkt']);
        $other->save();
        $crocks = ['brand' => 'Tidewell', 'category' => 'Crocks'];
        $this->day('2026-11-25', $crocks, ['listings' => 4, 'met' => 4, 'buy_box' => 1, 'ranks' => 8, 'cheapest' => 1, 'dearest' => 1]);
        $this->day('2026-11-26', $crocks, ['listings' => 4, 'met' => 2, 'buy_box' => 3, 'ranks' => 2, 'cheapest' => 2]);
        $this->day('2026-11-26', ['category' => 'Airlocks', 'channel_id' => $other->id], ['listings' => 8, 'met' => 2, 'ranks' => 6, 'dearest' => 2]);
        $this->day('2026-10-01', $crocks, ['listings' => 100]);
        // As it was kept before days were told apart: without places.
        $this->day('2026-11-24', ['channel_id' => 0], ['listings' => 10, 'met' => 10, 'buy_box' => 5, 'ranks' => 20, 'cheapest' => null, 'dearest' => null]);

        $tables = $this->tables('position');

        self::assertSame(
            [
                ['Before channels were told apart', 10, 10, '50.0', '2.00', null, null, null],
                ['Fennmarkt', 8, 2, '0.0', '3.00', '0.0', '0.0', '100.0'],
                ['Quayside', 4, 3, '50.0', '1.67', '50.0', '33.3', '16.7'],
            ],
            self::sorted($tables['by_channel']),
        );
        self::assertSame(
            [['Airlocks', 8], ['Crocks', 4], ['Without a category', 10]],
            array_map(fn (array $row) => array_slice($row, 0, 2), self::sorted($tables['by_category'])),
        );
        self::assertSame(['2026-11-26', 12, 4, '25.0', '2.00', '50.0', '0.0', '50.0'], $tables['by_day'][0]);
        self::assertSame([['2026-11-26', 4]], array_map(fn (array $row) => array_slice($row, 0, 2), $this->tables('position', ['from' => '2026-11-26', 'brand' => 'Tidewell'])['by_day']));
        $charts = $this->report('position', ['from' => '2026-11-25', 'channel' => $this->channel->id])->json('charts');
        self::assertSame(['2026-11-25', '2026-11-26'], $charts[0]['labels']);
        self::assertSame(['25.0', '75.0'], $charts[0]['series'][0]['figures']);
    }

    public function test_margin_of_the_price_and_markup_on_the_cost_are_told_apart(): void
    {
        // Two listings: 20 % and 40 % of the price are 25 % and 75 % on the cost.
        $this->day('2026-11-26', ['brand' => 'Tidewell'], ['priced' => 2, 'margins' => 60_00, 'markups' => 100_00, 'units' => 5, 'revenue_minor' => 10_000, 'profit_minor' => 2_500]);
        $this->day('2026-11-27', ['brand' => 'Tidewell'], ['priced' => 2, 'margins' => 40_00, 'markups' => 50_00, 'units' => 1, 'revenue_minor' => 2_000, 'profit_minor' => -100]);
        $tables = $this->tables('margin');
        self::assertSame([['Tidewell', 2, '25.00', '37.50', 6, '120.00', '24.00']], $tables['by_brand']);
        self::assertSame(['2026-11-27', 2, '20.00', '25.00', 1, '20.00', '-1.00'], $tables['by_day'][0]);
    }

    public function test_the_price_index_sets_ours_against_the_average_and_the_lowest_of_rivals(): void
    {
        $this->day('2026-11-26', ['brand' => 'Tidewell'], ['indexed' => 2, 'ours_minor' => 2_100, 'average_minor' => 2_000, 'lowest_minor' => 1_800]);
        $this->day('2026-11-27', ['brand' => 'Tidewell'], ['indexed' => 1, 'ours_minor' => 900, 'average_minor' => 1_000, 'lowest_minor' => 900]);
        $tables = $this->tables('price-index', ['from' => '2026-11-26']);
        self::assertSame([['Tidewell', 2, '100.0', '105.0', '90.0', '111.1']], $tables['by_brand']);
    }

    public function test_what_followed_a_change_is_told_with_the_cases_and_those_left_out(): void
    {
        $crock = $this->listing('KC-1', ['price_minor' => 1_800, 'title' => 'Crock, 5 l']);
        $this->sells($crock, '2026-11-03', '2026-11-09', 2, 2_000);
        $this->sells($crock, '2026-11-11', '2026-11-17', 3, 1_800);
        // Sold out for two of the days: they do not count.
        $this->sells($crock, '2026-11-16', '2026-11-17', 0, 1_800, inStock: false);
        $this->moved($crock, '2026-11-10 09:00', 2_000, 1_900);
        $this->moved($crock, '2026-11-10 15:00', 1_900, 1_800);
        $this->seen($crock, '2026-11-08', 2_000, false);
        $this->seen($crock, '2026-11-12', 1_800, true);
        $twice = $this->listing('KC-2');
        $this->moved($twice, '2026-11-10 09:00', 2_000, 2_100);
        $this->moved($twice, '2026-11-17 09:00', 2_100, 2_200);
        $there = $this->listing('KC-3');
        $this->moved($there, '2026-11-11 09:00', 2_000, 2_100);
        $this->moved($there, '2026-11-11 19:00', 2_100, 2_000);
        $young = $this->listing('KC-4');
        $this->moved($young, '2026-11-20 09:00', 2_000, 2_100);

        $report = $this->report('changes', ['from' => '2026-11-01']);

        $rows = self::cells($report)['groups'];
        self::assertSame(
            ['Lowered by more than 5 %', 1, '2.00', '3.00', '40.00', '54.00'],
            array_slice($rows[0], 0, 6),
            'two changes of one day are one, and the sold out days do not pull sales down',
        );
        self::assertSame([0, 100], array_slice($rows[0], -2));
        self::assertSame([0, 0, 0], array_column(array_slice($rows, 1), 1));
        self::assertSame(
            ['days' => 7, 'all' => 4, 'counted' => 1, 'again' => 2, 'young' => 1],
            $report->json('tables.0.note.values'),
        );
        self::assertSame([['Crock, 5 l', 'KC-1', '2026-11-10', '20.00', '18.00', '-10.00']], array_map(fn (array $row) => array_slice($row, 0, 6), self::cells($report)['cases']));
        // Six days apart is enough for a shorter look.
        self::assertSame(4, $this->report('changes', ['from' => '2026-11-01', 'window' => 3])->json('tables.0.note.values.counted'));
    }

    public function test_profit_before_and_after_is_what_the_core_says_of_both_prices(): void
    {
        $crock = $this->listing('KC-1', ['price_minor' => 1_800]);
        $this->sells($crock, '2026-11-09', '2026-11-09', 10, 2_490);
        $this->sells($crock, '2026-11-11', '2026-11-11', 10, 1_980);
        $this->moved($crock, '2026-11-10 09:00', 2_490, 1_980);
        $rows = $this->tables('changes', ['from' => '2026-11-01', 'window' => 1])['groups'];
        $earned = fn (string $price): string => $this->actingAs($this->user)->getJson("/api/v1/listings/{$crock->id}/earnings?price={$price}")->assertOk()->json('profit');
        self::assertSame(
            [bcmul($earned('24.90'), '10', 2), bcmul($earned('19.80'), '10', 2)],
            [$rows[0][6], $rows[0][7]],
        );
    }

    public function test_rivals_are_told_by_how_often_when_and_how_far_they_move(): void
    {
        $crock = $this->listing('KC-1', ['price_minor' => 2_000, 'shipping_minor' => 0]);
        $rival = Rival::query()->create(['channel_id' => $this->channel->id, 'seller' => 'lagoon', 'name' => 'Lagoon Kitchen']);
        // In Berlin nine in the morning is eight by the clock of the world in winter.
        foreach ([['2026-11-25 08:00', 2_000, 1_900, 600], ['2026-11-26 08:30', 1_900, 1_710, null], ['2026-11-26 20:00', 1_710, 2_052, 1_200]] as [$at, $from, $to, $reaction]) {
            DB::table('rival_moves')->insert(['listing_id' => $crock->id, 'rival_id' => $rival->id, 'workspace_id' => $this->workspace->id, 'moved_at' => $at, 'from_minor' => $from, 'to_minor' => $to, 'reaction_seconds' => $reaction]);
        }
        DB::table('rival_moves')->insert(['listing_id' => $crock->id, 'rival_id' => $rival->id, 'workspace_id' => $this->workspace->id, 'moved_at' => '2026-11-24', 'from_minor' => null, 'to_minor' => 2_000]);
        $report = $this->report('rivals', ['from' => '2026-11-18']);
        self::assertSame(
            [['Lagoon Kitchen', 'Quayside', 3, '0.3', 1, '67', '10.00', 9, 2, 600, '85.5']],
            self::cells($report)['rivals'],
        );
        self::assertSame("/rivals?rival={$rival->id}", $report->json('tables.0.rows.0.link'));
        self::assertSame(['2', '1'], [$report->json('charts.0.series.0.figures.9'), $report->json('charts.0.series.0.figures.21')]);
    }

    public function test_a_price_that_never_moves_is_listed_with_the_reason_that_comes_first(): void
    {
        $rule = $this->rule('Undercut');
        $limits = ['floor_minor' => 1_500, 'ceiling_minor' => 3_000, 'rule_id' => $rule->id, 'automation_on' => true, 'field_size' => 2];
        $this->standing('KC-1', [...$limits, 'floor_minor' => null, 'ceiling_minor' => null, 'problem' => 'cost_missing']);
        $this->standing('KC-2', [...$limits, 'rule_id' => null]);
        $this->standing('KC-3', [...$limits, 'automation_on' => false]);
        $this->standing('KC-4', [...$limits, 'price_minor' => 1_500]);
        $this->standing('KC-5', [...$limits, 'field_size' => 0]);
        $this->standing('KC-6', [...$limits, 'stock' => 0]);
        $this->standing('KC-7', $limits);
        $this->standing('KC-8', [...$limits, 'rule_id' => $this->rule('Sleeping', isOn: false)->id]);
        $moved = $this->standing('KC-9', $limits);
        $this->moved($moved, '2026-11-20 09:00', 2_000, 2_100);
        $slow = $this->standing('KC-10', [...$limits, 'price_minor' => 3_000]);
        $this->moved($slow, '2026-10-20 09:00', 2_000, 3_000);
        $this->sells($slow, '2026-11-20', '2026-11-21', 2, 3_000);

        $report = $this->report('unmoved');

        $listings = self::cells($report)['listings'];
        self::assertSame(['Thing KC-10', 'KC-10', 'Quayside', 'At its ceiling', '2026-10-20', '30.00', 4, '120.00'], $listings[0], 'what sells comes first');
        self::assertSame(
            [
                'KC-1' => 'Cannot be priced',
                'KC-10' => 'At its ceiling',
                'KC-2' => 'Without a rule',
                'KC-3' => 'Automation is off',
                'KC-4' => 'At its floor',
                'KC-5' => 'No rivals',
                'KC-6' => 'Out of stock',
                'KC-7' => 'Its rule leaves the price',
                'KC-8' => 'Its rule is off',
            ],
            array_column(self::sorted($listings), 3, 1),
        );
        self::assertSame(9, array_sum(array_column(self::cells($report)['reasons'], 1)));
    }

    public function test_what_brakes_held_is_told_with_what_it_would_have_come_to(): void
    {
        $crock = $this->listing('KC-1');
        foreach ([['rejected', 1_000, 600, null], ['approved', 1_000, 700, 700], ['approved', 1_000, 500, 900], ['gone', 1_000, 1_500, null], ['waiting', 1_000, 400, null]] as [$state, $from, $to, $approved]) {
            DB::table('approvals')->insert([
                'workspace_id' => $this->workspace->id,
                'listing_id' => $crock->id,
                'decision_id' => 1,
                'state' => $state,
                'reason' => 'max_move',
                'from_minor' => $from,
                'price_minor' => $to,
                'stake_minor' => abs($from - $to) * 3,
                'approved_minor' => $approved,
                'asked_at' => '2026-11-20 10:00',
            ]);
        }
        DB::table('approvals')->insert(['workspace_id' => $this->workspace->id, 'listing_id' => $crock->id, 'decision_id' => 1, 'state' => 'rejected', 'reason' => 'approval', 'from_minor' => 1_000, 'price_minor' => 100, 'asked_at' => '2026-11-20']);
        $run = Run::query()->create(['cause' => 'schedule', 'state' => 'discarded', 'started_at' => now()]);
        $this->sells($crock, '2026-11-15', '2026-11-16', 2, 1_000);
        foreach ([['withdrawn', $run->id, 950], ['confirmed', $run->id, 990], ['withdrawn', null, 500]] as [$state, $runId, $to]) {
            DB::table('price_changes')->insert(['workspace_id' => $this->workspace->id, 'channel_id' => $this->channel->id, 'listing_id' => $crock->id, 'from_minor' => 1_000, 'to_minor' => $to, 'floor_minor' => 400, 'ceiling_minor' => 2_000, 'state' => $state, 'run_id' => $runId, 'queued_at' => '2026-11-21 10:00', 'due_at' => '2026-11-21 10:00']);
        }

        $tables = $this->tables('brakes');

        self::assertSame(
            [['Change larger than allowed', 5, 4, 1, 1, 1, 1, 1, 1, '12.00'], ['Run stopped', 1, 1, 0, 0, 0, 1, 0, 0, '2.00']],
            $tables['brakes'],
            'four were sold in the 30 days before the run',
        );
        self::assertSame(
            [['10.00', '4.00', '-60.00', 'Waits for a person', '18.00'], ['10.00', '5.00', '-50.00', 'Approved at another price', '15.00']],
            array_map(fn (array $row) => array_slice($row, 4), array_slice(self::sortedBy($tables['cases'], 8), 0, 2)),
        );
    }

    public function test_changes_of_ours_are_found_in_what_was_observed_once(): void
    {
        $crock = $this->listing('KC-1', ['price_minor' => 1_800], offers: [['seller' => 'lagoon', 'price' => '20.00']]);
        $this->seen($crock, '2026-11-10 10:00', 2_000, false);
        $this->seen($crock, '2026-11-11 10:00', 2_000, false);
        $this->gather();
        $this->seen($crock, '2026-11-12 10:00', 1_900, false);
        $this->gather();
        $this->seen($crock, '2026-11-12 11:00', 1_800, true);
        $this->gather();
        $this->gather();
        self::assertSame(
            [[2_000, 1_900], [1_900, 1_800]],
            DB::table('own_price_moves')->where('listing_id', $crock->id)->orderBy('moved_at')->get()->map(fn ($row) => [$row->from_minor, $row->to_minor])->all(),
        );
    }

    /** @return list<array{string, string}> */
    public static function tablesOfReports(): array
    {
        return [
            ['changes', 'groups'],
            ['changes', 'cases'],
            ['position', 'by_day'],
            ['margin', 'by_category'],
            ['price-index', 'by_brand'],
            ['rivals', 'rivals'],
            ['unmoved', 'listings'],
            ['brakes', 'cases'],
        ];
    }

    #[DataProvider('tablesOfReports')]
    public function test_every_table_comes_as_a_file_and_is_empty_in_an_empty_workspace(string $report, string $table): void
    {
        [$workspace, $user] = $this->makeWorkspace('Brine & Barrel', 'jo@brine-and-barrel.example');
        $this->listing('KC-1');
        $this->enter($workspace);
        $file = $this->actingAs($user)->get("/api/v1/reports/{$report}/export?table={$table}")->assertOk()->streamedContent();
        self::assertStringNotContainsString('{', $file, 'a value is missing in a name');
        $lines = array_map(fn (string $line) => str_getcsv($line, escape: ''), array_filter(explode("\n", trim($file))));
        self::assertGreaterThanOrEqual(4, count($lines[0]));
        self::assertStringNotContainsString('KC-1', $file, 'of another workspace');
        self::assertCount(1, $lines);
    }

    public function test_amounts_in_files_name_their_currency_and_percentages_their_sign(): void
    {
        $this->day('2026-11-26', ['brand' => '=Tidewell'], ['priced' => 1, 'margins' => 20_00, 'units' => 5, 'revenue_minor' => 10_000, 'profit_minor' => 2_500]);
        $file = $this->actingAs($this->user)->get('/api/v1/reports/margin/export?table=by_brand&from=2026-11-20&to=2026-11-27')->assertOk();
        self::assertStringContainsString('margin-by_brand-2026-11-20-2026-11-27.csv', (string) $file->headers->get('Content-Disposition'));
        $lines = explode("\n", $file->streamedContent());
        self::assertStringContainsString('Brand,"With a known cost","Margin (of price) (%)","Markup (on cost) (%)",Sold,"Revenue (EUR)","Profit (EUR)"', $lines[0]);
        self::assertStringContainsString("'=Tidewell,1,20.00,0.00,5,100.00,25.00", $lines[1], 'a spreadsheet does not take it for a formula');
    }

    public function test_what_cannot_be_asked_is_said(): void
    {
        $this->actingAs($this->user);
        $this->getJson('/api/v1/reports/weather')->assertNotFound();
        $this->getJson('/api/v1/reports/margin?from=2026-11-20&to=2026-11-10')->assertUnprocessable()->assertJsonStructure(['errors' => ['to']]);
        $this->getJson('/api/v1/reports/margin?from=yesterday')->assertUnprocessable();
        $this->getJson('/api/v1/reports/changes?window=0')->assertUnprocessable();
        $this->get('/api/v1/reports/margin/export?table=nothing')->assertNotFound();
        $this->getJson('/api/v1/reports/margin?from=2020-01-01')->assertOk()->assertJsonPath('from', '2025-11-27');
        $this->getJson('/api/v1/reports/margin?to=2030-01-01')->assertOk()->assertJsonPath('to', '2026-11-27');
    }

    /**
     * @param  array<string, int|string>  $of
     * @param  array<string, int|null>  $sums
     */
    private function day(string $day, array $of, array $sums): void
    {
        DB::table('position_days')->insert(['workspace_id' => $this->workspace->id, 'day' => $day, 'channel_id' => $this->channel->id, ...$of, ...$sums]);
    }

    /** @param  array<string, mixed>  $row */
    private function standing(string $sku, array $row): Listing
    {
        $listing = $this->listing($sku);
        $listing->forceFill(['price_minor' => 2_000, 'stock' => 5, ...$row])->saveQuietly();

        return $listing;
    }

    private function sells(Listing $listing, string $from, string $to, int $units, int $price, bool $inStock = true): void
    {
        for ($day = CarbonImmutable::parse($from); $day <= CarbonImmutable::parse($to); $day = $day->addDay()) {
            DB::table('sales_days')->updateOrInsert(
                ['listing_id' => $listing->id, 'workspace_id' => $this->workspace->id, 'day' => $day->toDateString()],
                ['units' => $units, 'revenue_minor' => $units * $price, 'in_stock' => $inStock],
            );
        }
    }

    private function moved(Listing $listing, string $at, int $from, int $to): void
    {
        DB::table('own_price_moves')->insert(['listing_id' => $listing->id, 'workspace_id' => $this->workspace->id, 'moved_at' => $at, 'from_minor' => $from, 'to_minor' => $to]);
    }

    private function seen(Listing $listing, string $at, int $price, bool $holdsBuyBox): void
    {
        DB::table('market_observations')->insert(['listing_id' => $listing->id, 'workspace_id' => $this->workspace->id, 'observed_at' => $at, 'price_minor' => $price, 'offers' => '[]', 'holds_buy_box' => $holdsBuyBox]);
        DB::table('listing_markets')->where('listing_id', $listing->id)->update(['to_gather' => true]);
    }

    private function gather(): void
    {
        while (app(GatherRivals::class)->handle($this->workspace)) {
        }
    }

    /** @param  array<string, int|string>  $query */
    private function report(string $report, array $query = []): TestResponse
    {
        return $this->actingAs($this->user)->getJson("/api/v1/reports/{$report}?".http_build_query($query))->assertOk();
    }

    /**
     * @param  array<string, int|string>  $query
     * @return array<string, list<list<mixed>>> rows by table
     */
    private function tables(string $report, array $query = []): array
    {
        return self::cells($this->report($report, $query));
    }

    /** @return array<string, list<list<mixed>>> rows by table, with what messages say */
    private static function cells(TestResponse $report): array
    {
        $tables = [];
        foreach ($report->json('tables') as $table) {
            $tables[$table['key']] = array_map(
                fn (array $row) => array_map(fn (mixed $cell) => is_array($cell) ? $cell['text'] : $cell, $row['cells']),
                $table['rows'],
            );
        }

        return $tables;
    }

    /**
     * @param  list<list<mixed>>  $rows
     * @return list<list<mixed>> by the first column
     */
    private static function sorted(array $rows): array
    {
        return self::sortedBy($rows, 0, false);
    }

    /**
     * @param  list<list<mixed>>  $rows
     * @return list<list<mixed>>
     */
    private static function sortedBy(array $rows, int $column, bool $isFalling = true): array
    {
        usort($rows, fn (array $a, array $b) => $isFalling ? $b[$column] <=> $a[$column] : $a[$column] <=> $b[$column]);

        return $rows;
    }
}
