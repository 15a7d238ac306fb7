<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Market\Actions\RecordObservation;
use App\Market\Jobs\GatherRivalsJob;
use App\Market\Models\ListingMarket;
use App\Market\Models\Rival;
use App\Market\Rivals\GatherRivals;
use Carbon\CarbonImmutable;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\TestResponse;
use Tests\TestCase;

/** Where rivals stand beside us, and how they move. */
final class RivalStandingTest extends TestCase
{
    private Listing $crock;

    private Listing $jar;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-30 12:00:00');
        $this->crock = $this->listing('KC-1', ['price_minor' => 2_000, 'shipping_minor' => 500]);
        $this->jar = $this->listing('KC-2', ['price_minor' => 1_000, 'shipping_minor' => 0]);
        foreach (['tidal' => 'Tidal Goods', 'brine' => 'Brine & Co'] as $seller => $name) {
            Rival::query()->insert([
                'workspace_id' => $this->workspace->id,
                'channel_id' => $this->crock->channel_id,
                'seller' => $seller,
                'name' => $name,
            ]);
        }
    }

    public function test_a_rival_is_summed_up_over_the_listings_it_meets(): void
    {
        $this->observe($this->crock, '-2 hours', [['seller' => 'tidal', 'price' => '24.00'], ['seller' => 'brine', 'price' => '26.00', 'buy_box' => true]]);
        $this->observe($this->jar, '-2 hours', [['seller' => 'tidal', 'price' => '11.00'], ['seller' => 'brine', 'price' => '9.00', 'condition' => 'used']]);
        $this->standings()->assertJson(['as_of' => null, 'is_behind' => true]);
        $this->workOff();
        $after = $this->standings()->assertJson(['is_behind' => false]);
        self::assertSame(
            [
                // 24.00 beside 25.00 with shipping, 11.00 beside 10.00: the median of -4 % and +10 %.
                ['Tidal Goods', 'Quayside', 2, 1, 1, '3.00', '-4.00', 0],
                // What is used is no rival of what is new.
                ['Brine & Co', 'Quayside', 1, 0, 1, '4.00', null, 1],
            ],
            array_map(
                fn (array $rival) => [
                    $rival['name'],
                    $rival['channel'],
                    $rival['listings'],
                    $rival['cheaper'],
                    $rival['dearer'],
                    $rival['difference_percent'],
                    $rival['cheaper_percent'],
                    $rival['buy_boxes'],
                ],
                $after->json('rivals'),
            ),
        );
    }

    public function test_moves_and_answers_to_ours_are_counted(): void
    {
        $this->observe($this->crock, '-5 hours', [['seller' => 'tidal', 'price' => '24.00']]);
        $this->change($this->crock, '-3 hours');
        $this->observe($this->crock, '-2 hours', [['seller' => 'tidal', 'price' => '23.90']]);
        $this->gather();
        $this->observe($this->crock, '-1 hour', [['seller' => 'tidal', 'price' => '23.50'], ['seller' => 'brine', 'price' => '30.00']]);
        $this->gather();
        self::assertSame([[2, 1, 3_600]], $this->moves('tidal'));
        self::assertSame([[0, 0, null]], $this->moves('brine'));
        $tidal = Rival::query()->where('seller', 'tidal')->firstOrFail();
        self::assertSame(
            [['23.90', '23.50', null], ['24.00', '23.90', 3_600]],
            array_map(
                fn (array $move) => [$move['from'], $move['to'], $move['reaction_seconds']],
                $this->as()->getJson("/api/v1/rivals/{$tidal->id}/moves")->assertOk()->json(),
            ),
        );
        $row = $this->as()->getJson("/api/v1/rivals/{$tidal->id}/listings")->assertOk()->json('0');
        self::assertSame(['KC-1', '25.00', '23.50', '-6.00'], [$row['sku'], $row['ours'], $row['theirs'], $row['difference_percent']]);
        self::assertSame(['24.00', '23.90', '23.50'], array_column($row['trend'], 'theirs'));
    }

    public function test_a_rival_that_is_gone_meets_nothing_any_more_and_our_own_move_counts_too(): void
    {
        $this->observe($this->crock, '-3 hours', [['seller' => 'tidal', 'price' => '24.00'], ['seller' => 'brine', 'price' => '26.00']]);
        $this->gather();
        $this->observe($this->crock, '-2 hours', [['seller' => 'tidal', 'price' => '24.00']]);
        $this->crock->update(['price_minor' => 1_900, 'last_changed_at' => now()->subHour()]);
        $this->gather();
        self::assertSame(
            ['tidal' => '0.00'],
            DB::table('rival_listings as m')->join('rivals as r', 'r.id', '=', 'm.rival_id')->pluck('m.difference_percent', 'r.seller')->all(),
        );
        self::assertSame(0, Rival::query()->where('seller', 'brine')->value('listings'));
    }

    public function test_each_hour_it_is_gathered_for_those_who_have_looked_one_after_the_other(): void
    {
        Queue::fake([GatherRivalsJob::class]);
        [$second] = $this->makeWorkspace('Brine & Barrel', 'jo@brine-and-barrel.example');
        $this->makeWorkspace('Nobody looked', 'nobody@kettle-crock.example');
        Workspace::query()->whereKey([$this->workspace->id, $second->id])->update(['rivals_gathered_at' => now()]);
        $this->artisan('market:gather-rivals')->assertSuccessful();
        $pushed = Queue::pushed(GatherRivalsJob::class)->mapWithKeys(fn (GatherRivalsJob $job) => [$job->workspaceId => $job->delay])->all();
        self::assertSame([$this->workspace->id => 0, $second->id => 20], $pushed);
    }

    public function test_the_matrix_has_the_widest_difference_first(): void
    {
        $this->observe($this->crock, '-2 hours', [['seller' => 'tidal', 'price' => '24.00'], ['seller' => 'brine', 'price' => '26.00']]);
        $this->observe($this->jar, '-2 hours', [['seller' => 'tidal', 'price' => '9.00']]);
        $this->gather();
        $matrix = $this->as()->getJson('/api/v1/rivals/matrix')->assertOk()->assertJson(['total' => 2]);
        self::assertSame([['KC-2', '-10.00', 1], ['KC-1', '-4.00', 2]], $this->cells($matrix->json('rows')));
        self::assertSame(
            ['KC-1', 'KC-2'],
            array_column($this->as()->getJson('/api/v1/rivals/matrix?sort=-lowest')->json('rows'), 'sku'),
        );
        $brine = Rival::query()->where('seller', 'brine')->value('id');
        self::assertSame([['KC-1', '4.00', 1]], $this->cells($this->as()->getJson("/api/v1/rivals/matrix?rivals={$brine}")->json('rows')));
        $this->as()->getJson('/api/v1/rivals/matrix?rivals=all')->assertUnprocessable();
        $file = $this->as()->get('/api/v1/rivals/matrix/export')->assertOk()->streamedContent();
        self::assertStringContainsString('"Tidal Goods","Tidal Goods %","Brine & Co","Brine & Co %"', $file);
        self::assertStringContainsString('KC-1,"Thing KC-1",Quayside,EUR,25.00,-4.00,24.00,-4.00,26.00,4.00', $file);
    }

    public function test_a_listing_that_another_process_has_gathered_meanwhile_is_left_alone(): void
    {
        $this->observe($this->crock, '-2 hours', [['seller' => 'tidal', 'price' => '24.00']]);
        $this->observe($this->crock, '-1 hour', [['seller' => 'tidal', 'price' => '23.00']]);
        $other = app(GatherRivals::class);
        $hasListed = false;
        DB::listen(function (QueryExecuted $query) use (&$hasListed, $other): void {
            if (! $hasListed && str_contains($query->sql, 'to_gather') && str_contains($query->sql, 'limit')) {
                $hasListed = true;
                $other->handle($this->workspace);
            }
        });
        app(GatherRivals::class)->handle($this->workspace);
        self::assertTrue($hasListed);
        self::assertSame([[1, 0, null]], $this->moves('tidal'));
    }

    public function test_what_is_observed_while_it_is_gathered_is_gathered_too(): void
    {
        $this->observe($this->crock, '-2 hours', [['seller' => 'tidal', 'price' => '24.00']]);
        $this->gather();
        self::assertSame(0, ListingMarket::query()->where('to_gather', true)->count());
        $this->observe($this->crock, '-1 hour', [['seller' => 'tidal', 'price' => '22.00']]);
        self::assertSame(1, ListingMarket::query()->where('to_gather', true)->count());
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return list<array{string, string, int}>
     */
    private function cells(array $rows): array
    {
        return array_map(fn (array $row) => [$row['sku'], $row['lowest_percent'], count($row['rivals'])], $rows);
    }

    /** @return list<list<mixed>> */
    private function moves(string $seller): array
    {
        return array_values(
            Rival::query()
                ->where('seller', $seller)
                ->get()
                ->map(fn (Rival $rival) => [$rival->moves, $rival->reactions, $rival->reaction_seconds])
                ->all(),
        );
    }

    /** @param  list<array<string, mixed>>  $offers */
    private function observe(Listing $listing, string $when, array $offers): void
    {
        $at = CarbonImmutable::now()->modify($when);
        $json = json_encode($offers, JSON_THROW_ON_ERROR);
        ListingMarket::query()->updateOrCreate(
            ['listing_id' => $listing->id],
            ['offers' => $offers, 'seen_at' => $at, 'changed_at' => $at, 'to_gather' => true],
        );
        RecordObservation::rows([
            RecordObservation::row($listing->id, $listing->workspace_id, $listing->price_minor, null, null, $json, $at),
        ]);
    }

    private function change(Listing $listing, string $when): void
    {
        DB::table('price_changes')->insert([
            'workspace_id' => $listing->workspace_id,
            'channel_id' => $listing->channel_id,
            'listing_id' => $listing->id,
            'from_minor' => 2_100,
            'to_minor' => 2_000,
            'floor_minor' => 1_000,
            'ceiling_minor' => 4_000,
            'state' => 'confirmed',
            'due_at' => now(),
            'queued_at' => CarbonImmutable::now()->modify($when),
            'settled_at' => CarbonImmutable::now()->modify($when),
        ]);
    }

    private function gather(): void
    {
        $this->travel(6)->minutes();
        $this->standings();
        $this->workOff();
    }

    private function standings(): TestResponse
    {
        return $this->as()->getJson('/api/v1/rivals/standings')->assertOk();
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }
}
