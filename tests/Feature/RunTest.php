<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Market\Models\ListingMarket;
use App\Pricing\Actions\DecideListings;
use App\Pricing\Actions\StartRun;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Rule;
use App\Pricing\Models\Run;
use App\Pricing\Models\RunState;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Publishing\Actions\UndoRun;
use App\Publishing\Jobs\UndoRunJob;
use App\Publishing\Models\PriceChange;
use App\Publishing\Models\RunUndo;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Queue;
use Tests\TestCase;

final class RunTest extends TestCase
{
    private Rule $under;

    protected function setUp(): void
    {
        parent::setUp();
        Http::preventStrayRequests();
        $this->under = $this->rule('Under');
    }

    public function test_a_run_counts_outcomes_and_releases_its_changes(): void
    {
        $this->listings(6);
        $this->listing(
            'KC-none',
            ['rule_id' => $this->under->id, 'stock' => 0],
            offers: [['seller' => 'a', 'price' => '24.00']],
        );
        $run = app(StartRun::class)->ofRule($this->under, Cause::Hand);
        self::assertSame([RunState::Deciding, 7, null], [$run->state, $run->total, $run->finished_at]);
        self::assertNull($this->claim(), 'nothing is decided yet');
        $this->workOff();
        $run->refresh();
        self::assertSame(
            [RunState::Released, 7, 7, 6, 0],
            [$run->state, $run->total, $run->done, $run->moves, $run->big_moves],
        );
        self::assertEquals(['change' => 6, 'skipped' => 1, 'idle' => 0], $run->outcomes);
        self::assertNotNull($run->finished_at);
        self::assertSame(6, PriceChange::query()->where('run_id', $run->id)->where('state', 'queued')->count());
        self::assertNotNull($this->claim());
    }

    public function test_a_part_of_a_run_is_decided_once_even_if_its_worker_dies_before_saying_so(): void
    {
        $listings = $this->listings(3);
        $run = app(StartRun::class)->ofRule($this->under, Cause::Hand);
        foreach ([1, 2] as $time) {
            app(DecideListings::class)->handle(
                $this->workspace,
                array_map(fn (Listing $listing) => $listing->id, $listings),
                Cause::Hand,
                $run->id,
                0,
            );
        }
        self::assertSame([3, 3], [$run->refresh()->done, PriceChange::query()->count()]);
    }

    public function test_a_wrong_cost_file_is_stopped_before_the_first_price_is_sent(): void
    {
        $this->listings(10);
        $this->settle();
        // Costs ten times as high as they were meant: floors far above all rivals.
        $bulk = $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'cost',
                'wanted' => ['field' => 'cost', 'how' => 'set', 'value' => '22,00'],
                'filter' => ['q' => 'kc'],
            ])
            ->assertCreated();
        $this->as()
            ->postJson("/api/v1/batches/{$bulk['id']}/apply", ['confirmed' => true])
            ->assertStatus(202);
        $this->workOff();
        $run = Run::query()->where('state', 'held')->sole();
        self::assertSame([Cause::Costs, 10, 10, 10], [$run->cause, $run->total, $run->moves, $run->big_moves]);
        self::assertSame(['waiting' => 10], $this->states($run));
        self::assertNull($this->claim());

        // A market notification on one of them does not pass the brake.
        $one = Listing::query()->orderBy('id')->firstOrFail();
        ListingMarket::query()
            ->whereKey($one->id)
            ->update(['offers' => json_encode([['seller' => 'a', 'price' => '39.50']])]);
        DecideListingsJob::dispatchSync($this->workspace->id, [$one->id], Cause::Market);
        $this->enter($this->workspace);
        self::assertNull($this->claim());

        $shown = $this->as()
            ->getJson("/api/v1/runs/{$run->id}")
            ->assertOk()
            ->json();
        self::assertSame(['held', 10], [$shown['run']['state'], count($shown['largest'])]);
        $this->as()
            ->postJson("/api/v1/runs/{$run->id}/discard", ['pause' => true])
            ->assertOk()
            ->assertJson(['state' => 'discarded']);
        self::assertSame(['superseded' => 1, 'withdrawn' => 10], $this->states($run));
        self::assertSame(0, Listing::query()->where('automation_on', true)->count());
        $this->as()
            ->postJson("/api/v1/runs/{$run->id}/release")
            ->assertConflict();
    }

    public function test_moves_of_one_run_do_not_count_in_the_next(): void
    {
        $this->listings(10);
        $this->workspace->update(['brake_move_percent' => '1']);
        $held = app(StartRun::class)->ofRule($this->under, Cause::Hand);
        $this->workOff();
        self::assertSame([RunState::Held, 10, 10], [$held->refresh()->state, $held->moves, $held->big_moves]);
        $while = app(StartRun::class)->ofRule($this->under, Cause::Schedule);
        $this->workOff();
        self::assertSame([RunState::Released, 0], [$while->refresh()->state, $while->moves]);
        self::assertSame(['waiting' => 10], $this->states($held));

        $this->as()
            ->postJson("/api/v1/runs/{$held->id}/release")
            ->assertOk();
        $this->workOff();
        $after = app(StartRun::class)->ofRule($this->under, Cause::Schedule);
        $this->workOff();
        self::assertSame([RunState::Released, 0], [$after->refresh()->state, $after->moves]);
        self::assertSame(
            10,
            $this->states($held)['queued'],
            'what a person let go is on its way, and still of that run',
        );
    }

    public function test_releasing_a_run_decides_its_listings_again(): void
    {
        $this->listings(6);
        $this->settle();
        Product::query()->update(['cost_minor' => 2_200]);
        $run = app(StartRun::class)->ofRule($this->under, Cause::Schedule);
        $this->workOff();
        self::assertSame(RunState::Held, $run->refresh()->state);
        // Meanwhile the costs were put right.
        Product::query()->update(['cost_minor' => 1_000]);
        $this->as()
            ->postJson("/api/v1/runs/{$run->id}/release")
            ->assertOk()
            ->assertJson(['state' => 'released']);
        $this->workOff();
        self::assertSame(['superseded' => 6], $this->states($run), 'what was held is not sent as it was');
        self::assertSame(
            0,
            PriceChange::query()
                ->whereIn('state', ['queued', 'waiting'])
                ->count(),
            'the prices are right as they are',
        );
    }

    public function test_later_runs_continue_while_one_is_held(): void
    {
        $this->listings(6);
        $this->settle();
        Product::query()->update(['cost_minor' => 2_200]);
        $run = app(StartRun::class)->ofRule($this->under, Cause::Schedule);
        $this->workOff();
        $this->as()
            ->postJson("/api/v1/runs/{$run->id}/release")
            ->assertOk();
        $this->workOff();
        self::assertSame(6, PriceChange::query()->where('state', 'queued')->where('to_minor', '>', 3_000)->count());
        self::assertNotNull($this->claim());
    }

    public function test_a_rule_is_held_when_the_market_moves_too_many_of_its_prices_too_far(): void
    {
        $listings = $this->listings(12);
        $this->settle();
        foreach ($listings as $i => $listing) {
            // A rival asks next to nothing everywhere; floors keep us from following it all the way.
            ListingMarket::query()
                ->whereKey($listing->id)
                ->update(['offers' => json_encode([['seller' => 'a', 'price' => '0.01']])]);
            DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Market);
            $this->enter($this->workspace);
            if ($i === 3) {
                self::assertSame(
                    4,
                    PriceChange::query()->where('state', 'queued')->count(),
                    'a few are nothing to stop for',
                );
                self::assertNull($this->claim(), 'they wait a moment: others may follow');
            }
        }
        $run = Run::query()->where('state', 'held')->sole();
        self::assertSame([Cause::Market, $this->under->id], [$run->cause, $run->rule_id]);
        self::assertSame(
            12,
            PriceChange::query()->where('state', 'waiting')->where('waits_for', 'brake')->count(),
            'also those that came before the brake held',
        );
    }

    public function test_a_run_can_be_undone(): void
    {
        $listings = $this->listings(4);
        $run = app(StartRun::class)->ofRule($this->under, Cause::Hand);
        $this->workOff();
        $changes = PriceChange::query()->orderBy('id')->get();
        foreach ($changes->take(3) as $change) {
            $change->update(['state' => 'confirmed', 'settled_at' => now()]);
            Listing::query()
                ->whereKey($change->listing_id)
                ->update(['price_minor' => $change->to_minor]);
        }
        // One was changed again since.
        Listing::query()
            ->whereKey($listings[0]->id)
            ->update(['price_minor' => 2_200]);
        $this->as()
            ->postJson("/api/v1/runs/{$run->id}/undo", ['pause' => true])
            ->assertStatus(202)
            ->assertJson(['undo' => ['total' => 4, 'finished_at' => null]]);
        $this->workOff();
        $this->as()
            ->getJson("/api/v1/runs/{$run->id}")
            ->assertJsonPath('run.undo.changes', ['withdrawn' => 1, 'returning' => 2, 'moved_on' => 1, 'left' => 0])
            ->assertJsonPath('run.undo.pause', true);
        self::assertNotNull(RunUndo::query()->sole()->finished_at);
        self::assertSame(
            [[2_376, 2_490], [2_376, 2_490]],
            PriceChange::query()
                ->where('state', 'queued')
                ->orderBy('id')
                ->get()
                ->map(fn (PriceChange $change) => [$change->from_minor, $change->to_minor])
                ->all(),
        );
        self::assertSame(0, Listing::query()->where('automation_on', true)->count());
    }

    public function test_an_undo_that_stopped_in_between_goes_on_where_it_was(): void
    {
        $listing = $this->listings(1)[0];
        $run = app(StartRun::class)->ofRule($this->under, Cause::Hand);
        $this->workOff();
        $others = array_map(
            fn (int $i) => $this->listing("MANY-{$i}", ['price_minor' => 2_400])->id,
            range(1, 600),
        );
        PriceChange::query()->insert(
            array_map(
                fn (int $id) => [
                    'workspace_id' => $this->workspace->id,
                    'channel_id' => $listing->channel_id,
                    'listing_id' => $id,
                    'run_id' => $run->id,
                    'from_minor' => 2_500,
                    'to_minor' => 2_400,
                    'floor_minor' => 1_000,
                    'ceiling_minor' => 4_000,
                    'state' => 'queued',
                    'due_at' => now(),
                    'queued_at' => now(),
                ],
                $others,
            ),
        );
        Queue::fake();
        $undo = app(UndoRun::class)->start($run, $this->user->id, false);
        self::assertSame(601, $undo->total);
        self::assertTrue(app(UndoRun::class)->advance($run->id));
        self::assertSame([500, null], [$undo->refresh()->withdrawn, $undo->finished_at]);
        self::assertSame(500, app(UndoRun::class)->start($run, $this->user->id, true)->withdrawn, 'it is not begun anew');

        // Whoever worked on it dies.
        Queue::fake();
        $this->travel(30)->seconds();
        $this->artisan('work:sweep')->assertSuccessful();
        Queue::assertPushed(UndoRunJob::class, 1);
        self::assertFalse(app(UndoRun::class)->advance($run->id));
        self::assertSame(601, $undo->refresh()->withdrawn);
        self::assertNotNull($undo->finished_at);
        self::assertSame(601, PriceChange::query()->where('state', 'withdrawn')->count());
    }

    public function test_another_workspace_cannot_see_or_resolve_a_run(): void
    {
        $run = app(StartRun::class)->ofRule($this->under, Cause::Hand);
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $this->actingAs($stranger)
            ->getJson("/api/v1/runs/{$run->id}")
            ->assertNotFound();
        foreach (['release', 'discard', 'undo'] as $what) {
            $this->actingAs($stranger)
                ->postJson("/api/v1/runs/{$run->id}/{$what}")
                ->assertNotFound();
        }
        $this->actingAs($stranger)->getJson('/api/v1/runs')->assertOk()->assertJsonCount(0);
    }

    /** @return list<Listing> with a rival at 24.00 each */
    private function listings(int $many): array
    {
        return array_map(
            fn (int $n) => $this->listing(
                "KC-{$n}",
                ['rule_id' => $this->under->id],
                ['rrp_minor' => 6_000],
                [['seller' => 'a', 'price' => '24.00']],
            ),
            range(1, $many),
        );
    }

    /** Everything stands at 1 % under the rival. */
    private function settle(): void
    {
        Listing::query()->update(['price_minor' => 2_376]);
        DecideListingsJob::dispatchSync(
            $this->workspace->id,
            Listing::query()->orderBy('id')->pluck('id')->all(),
            Cause::Hand,
        );
        $this->enter($this->workspace);
        self::assertSame(0, PriceChange::query()->count());
    }

    private function claim(): ?object
    {
        return app(ClaimQueuedChanges::class)->handle($this->channel->refresh())[0] ?? null;
    }

    /** @return array<string, int> */
    private function states(Run $run): array
    {
        return DB::table('price_changes')
            ->where('run_id', $run->id)
            ->groupBy('state')
            ->orderBy('state')
            ->selectRaw('state, count(*)::int AS many')
            ->pluck('many', 'state')
            ->all();
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }

    public function test_a_run_that_cannot_go_on_fails_and_says_so_and_nothing_of_it_is_sent(): void
    {
        config(['pricing.decided_together' => 1]);
        $rule = $this->under;
        foreach (['KC-1', 'KC-2'] as $sku) {
            $this->listing($sku, ['rule_id' => $rule->id], offers: [['seller' => 'r', 'price' => '20.00']]);
        }
        $run = app(StartRun::class)->ofRule($rule, Cause::Hand);
        // One of its listings cannot be decided on, whatever is tried.
        $broken = DB::table('jobs')->orderByDesc('id')->value('id');
        DB::table('jobs')->where('id', $broken)->delete();
        $this->workOff();
        self::assertSame(['deciding', 1], [$run->refresh()->state->value, $run->done]);
        (new DecideListingsJob($this->workspace->id, [], Cause::Hand, $run->id, 1))->failed();
        $this->enter($this->workspace);
        self::assertSame('failed', $run->refresh()->state->value);
        self::assertSame(
            'It stopped after 1 of 2 listings because of an error on our side. Nothing of it was sent.',
            (string) $run->problem,
        );
        self::assertSame(
            [['withdrawn', 'Its run could not be carried through.']],
            PriceChange::query()
                ->get()
                ->map(fn (PriceChange $change) => [$change->state->value, (string) $change->problem])
                ->all(),
        );
        $this->actingAs($this->user)->getJson('/api/v1/runs?state=failed')->assertOk()->assertJsonCount(1);
    }

    public function test_a_run_whose_jobs_are_gone_does_not_decide_for_ever(): void
    {
        $rule = $this->under;
        $this->listing('KC-1', ['rule_id' => $rule->id]);
        $run = app(StartRun::class)->ofRule($rule, Cause::Hand);
        DB::table('jobs')->delete();
        $this->artisan('work:sweep')->assertSuccessful();
        self::assertSame('deciding', $run->refresh()->state->value);
        $this->travel(4)->hours();
        $this->artisan('work:sweep')->assertSuccessful();
        $this->enter($this->workspace);
        self::assertSame('failed', $run->refresh()->state->value);
    }
}
