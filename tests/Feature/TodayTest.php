<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Market\Events\HistoryTaken;
use App\Publishing\Models\PriceChange;
use App\Screens\Positions\NotePositions;
use App\Screens\Positions\RecallPositions;
use App\Screens\Positions\RecallPositionsJob;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

final class TodayTest extends TestCase
{
    public function test_it_counts_the_last_day_and_how_the_listings_stand(): void
    {
        $this->standing('KC-1', ['rank' => 1, 'field_size' => 3, 'holds_buy_box' => true]);
        $this->standing('KC-2', ['rank' => 2, 'field_size' => 3]);
        $this->standing('KC-3', ['rank' => 4, 'field_size' => 3]);
        $this->standing('KC-4', ['rank' => 1, 'field_size' => 0]);
        $this->standing('KC-5', ['rank' => 1, 'field_size' => 3, 'stock' => 0]);
        $this->change('KC-1', 'confirmed', 2);
        $this->change('KC-1', 'confirmed', 30);
        $this->change('KC-2', 'confirmed', 3, $this->user->id);
        $this->change('KC-3', 'refused', 4, problem: 'price under the limit set for this item');
        $this->change('KC-4', 'refused', 5, problem: 'price under the limit set for this item');
        $this->change('KC-4', 'confirmed', 1);
        $this->change('KC-2', 'waiting', 0);
        app(NotePositions::class)->handle();
        $today = $this->actingAs($this->user)
            ->getJson('/api/v1/today')
            ->assertOk()
            ->assertJson([
                'changed_by_rules' => 2,
                'changed_by_hand' => 1,
                'refused' => 2,
                'held' => 1,
                'cheapest' => 1,
                'in_pack' => 1,
                'dearest' => 1,
                'alone' => 1,
                'listings' => 4,
                'buy_box' => 1,
            ])
            ->json();
        self::assertSame(
            [['Quayside', 'refused', 'price under the limit set for this item', 1]],
            array_map(
                fn (array $group) => [$group['channel'], $group['state'], $group['problem']['text'] ?? null, $group['many']],
                $today['failing'],
            ),
            'what arrived since is not in the way any more',
        );
        self::assertSame([[4, 1]], array_map(fn (array $day) => [$day['listings'], $day['buy_box']], $today['days']));
    }

    public function test_days_before_today_are_worked_out_from_what_was_observed_and_kept_ones_stay(): void
    {
        $listing = $this->listing('KC-1');
        $yesterday = now()->subDay()->setTime(12, 0);
        $observe = fn ($at, int $price, array $offers) => DB::table('market_observations')->insert([
            'listing_id' => $listing->id,
            'workspace_id' => $this->workspace->id,
            'observed_at' => $at,
            'price_minor' => $price,
            'offers' => json_encode($offers, JSON_THROW_ON_ERROR),
            'holds_buy_box' => $offers === [] ? null : ! $offers[0]['buy_box'],
        ]);
        $rival = ['seller' => 'a', 'price' => '20.00', 'condition' => 'new', 'buy_box' => true];
        $observe($yesterday->copy()->subHour(), 1_500, []);
        $observe($yesterday, 2_490, [$rival]);
        $observe($yesterday->copy()->subDays(2), 1_980, [[...$rival, 'buy_box' => false]]);
        DB::table('sales_days')->insert([
            'listing_id' => $listing->id,
            'workspace_id' => $this->workspace->id,
            'day' => $yesterday->toDateString(),
            'units' => 10,
            'revenue_minor' => 24_900,
        ]);
        DB::table('position_days')->insert([
            'workspace_id' => $this->workspace->id,
            'day' => $yesterday->copy()->subDays(2)->toDateString(),
            'listings' => 7,
            'buy_box' => 3,
        ]);

        $this->artisan('screens:note-positions', ['--recall' => 30])->assertSuccessful();

        // A margin of 7.93 of net 20.92, and ten times 7.93, as in the try-out of the same listing. The day before that
        // the price of the day before it still stood: 4.26 of 16.64.
        $days = $this->actingAs($this->user)->getJson('/api/v1/today')->assertOk()->json('days');
        self::assertSame(
            [[7, 3, null, null, null], [1, 1, '25.60', '1.00', '0.00'], [1, 0, '37.91', '2.00', '79.30']],
            array_map(
                fn (array $day) => [
                    $day['listings'],
                    $day['buy_box'],
                    $day['margin_percent'],
                    $day['rank'],
                    $day['profit'],
                ],
                array_slice($days, 0, 3),
            ),
        );
    }

    public function test_days_before_are_worked_out_anew_once_costs_are_known_and_by_whoever_goes_on_where_another_was_killed(): void
    {
        $yesterday = now($this->workspace->time_zone)->subDay()->setTime(12, 0);
        foreach (['KC-1' => null, 'KC-2' => null] as $sku => $cost) {
            $listing = $this->listing($sku, product: ['cost_minor' => $cost]);
            DB::table('market_observations')->insert(['listing_id' => $listing->id, 'workspace_id' => $this->workspace->id, 'observed_at' => $yesterday, 'price_minor' => 2_490, 'offers' => '[]']);
            DB::table('sales_days')->insert(['listing_id' => $listing->id, 'workspace_id' => $this->workspace->id, 'day' => $yesterday->toDateString(), 'units' => 3, 'revenue_minor' => 7_470]);
        }
        event(new HistoryTaken($this->workspace->id));
        $this->artisan('queue:work', ['--queue' => 'default', '--stop-when-empty' => true, '--quiet' => true]);
        $this->enter($this->workspace);
        $of = fn (): array => (array) DB::table('position_days')->where('workspace_id', $this->workspace->id)->where('day', $yesterday->toDateString())->selectRaw('sum(units) AS units, sum(priced) AS priced, sum(revenue_minor)::bigint AS revenue')->first();
        self::assertSame(['units' => 6, 'priced' => 0, 'revenue' => 14_940], $of());

        Product::query()->update(['cost_minor' => 1_000]);
        // One listing was added up, then the process was killed: the next begins after it.
        app(RecallPositions::class)->begin($this->workspace, RecallPositions::DAYS);
        DB::table('position_recalls')->where('workspace_id', $this->workspace->id)->update(['listing_id' => Listing::query()->orderBy('id')->value('id')]);
        RecallPositionsJob::dispatch($this->workspace->id);
        $this->artisan('queue:work', ['--queue' => 'default', '--stop-when-empty' => true, '--quiet' => true]);
        $this->enter($this->workspace);
        self::assertSame(['units' => 3, 'priced' => 1, 'revenue' => 7_470], $of());
        self::assertSame(0, DB::table('position_recalls')->where('workspace_id', $this->workspace->id)->count());
        $this->artisan('screens:recall-positions')->assertSuccessful();
        $this->artisan('queue:work', ['--queue' => 'default', '--stop-when-empty' => true, '--quiet' => true]);
        $this->enter($this->workspace);
        self::assertSame(['units' => 6, 'priced' => 2, 'revenue' => 14_940], $of(), 'each night once more');
        // And what is added up once more is not added twice.
        $this->artisan('screens:note-positions', ['--recall' => 30])->assertSuccessful();
        $this->enter($this->workspace);
        $this->artisan('screens:note-positions', ['--recall' => 30])->assertSuccessful();
        $this->enter($this->workspace);
        self::assertSame(['units' => 6, 'priced' => 2, 'revenue' => 14_940], $of());
    }

    public function test_prices_worth_a_look_are_suggested_until_dismissed(): void
    {
        $up = $this->standing('KC-1', [
            'rank' => 1,
            'field_size' => 2,
            'lowest_minor' => 2_900,
            'floor_minor' => 1_600,
            'ceiling_minor' => 4_000,
        ]);
        $slow = $this->standing('KC-2', [
            'rank' => 2,
            'field_size' => 2,
            'lowest_minor' => 2_000,
            'floor_minor' => 1_600,
            'ceiling_minor' => 4_000,
        ]);
        $this->standing('KC-3', [
            'rank' => 1,
            'field_size' => 2,
            'lowest_minor' => 2_500,
            'floor_minor' => 1_600,
            'ceiling_minor' => 4_000,
        ]);
        $this->standing('KC-4', [
            'rank' => 2,
            'field_size' => 2,
            'lowest_minor' => 1_600,
            'floor_minor' => 1_600,
            'ceiling_minor' => 4_000,
        ]);
        DB::table('sales_days')->insert([
            'listing_id' => $up->id,
            'workspace_id' => $this->workspace->id,
            'day' => now()->subDays(3)->toDateString(),
            'units' => 30,
            'revenue_minor' => 1,
        ]);
        $found = $this->actingAs($this->user)->getJson('/api/v1/suggestions')->assertOk()->json();
        // 28.99 − 24.90 is 4.09, on 7 pieces a week.
        self::assertSame(
            [['up', 'KC-1', '28.99', '28.63'], ['down', 'KC-2', '19.99', null]],
            array_map(fn (array $one) => [$one['kind'], $one['sku'], $one['to'], $one['a_week']], $found),
        );
        $this->actingAs($this->user)
            ->postJson('/api/v1/suggestions/dismiss', ['listing' => $slow->id, 'kind' => 'down'])
            ->assertNoContent();
        $this->actingAs($this->user)->getJson('/api/v1/suggestions')->assertJsonCount(1);
        $this->travel(31)->days();
        $this->actingAs($this->user)->getJson('/api/v1/suggestions')->assertJsonPath('0.kind', 'up');
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $this->actingAs($stranger)
            ->postJson('/api/v1/suggestions/dismiss', ['listing' => $up->id, 'kind' => 'up'])
            ->assertNotFound();
        $this->actingAs($stranger)->getJson('/api/v1/suggestions')->assertJsonCount(0);
    }

    /** @param  array<string, mixed>  $standing */
    private function standing(string $sku, array $standing): Listing
    {
        $listing = $this->listing($sku);
        Listing::query()->whereKey($listing->id)->update($standing);

        return $listing->refresh();
    }

    private function change(
        string $sku,
        string $state,
        int $hoursAgo,
        ?int $userId = null,
        ?string $problem = null,
    ): void {
        $listing = Listing::query()->where('sku', $sku)->sole();
        PriceChange::query()->create([
            'channel_id' => $this->channel->id,
            'listing_id' => $listing->id,
            'from_minor' => 2_000,
            'to_minor' => 2_100,
            'floor_minor' => 1,
            'ceiling_minor' => 9_000,
            'state' => $state,
            'user_id' => $userId,
            'problem' => $problem === null ? null : Message::quoting($problem),
            'due_at' => now(),
            'queued_at' => now(),
            'settled_at' => $state === 'waiting' ? null : now()->subHours($hoursAgo),
            'waits_for' => $state === 'waiting' ? 'brake' : null,
        ]);
    }
}
