<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Market\Actions\ObserveItems;
use App\Pricing\Actions\DecideListings;
use App\Pricing\Models\Decision;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Publishing\Actions\ConfirmFeeds;
use App\Publishing\Actions\SendFeed;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Publishing\Models\PriceChange;
use Carbon\CarbonImmutable;
use Illuminate\Bus\UniqueLock;
use Illuminate\Database\QueryException;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

final class PublishingTest extends TestCase
{
    private Listing $listing;

    protected function setUp(): void
    {
        parent::setUp();
        Http::preventStrayRequests();
        $rule = $this->rule('Under');
        $this->listing = $this->listing(
            'KC-1',
            ['rule_id' => $rule->id],
            offers: [['seller' => 'r', 'price' => '20.00']],
        );
        $this->decide();
    }

    public function test_a_decision_and_its_change_are_written_together(): void
    {
        $change = PriceChange::query()->sole();
        self::assertSame([2_490, 1_980, ChangeState::Queued], [$change->from_minor, $change->to_minor, $change->state]);
        $decision = Decision::query()->findOrFail($change->decision_id);
        self::assertSame(
            ['change', 'positioned', '19.80'],
            [$decision->outcome, $decision->reason->value, $decision->asMade()['price']],
        );
        self::assertSame('20.00', $decision->document()['offers'][0]['price'], 'kept as it was made');
        self::assertSame(1, DB::table('jobs')->where('queue', 'publish')->count());
    }

    public function test_deciding_again_adds_nothing(): void
    {
        $this->decide();
        self::assertSame([1, 1], [PriceChange::query()->count(), Decision::query()->count()]);
    }

    public function test_what_has_not_left_is_replaced_when_the_market_moves_on(): void
    {
        $this->rivalAsks('19.00');
        self::assertSame([['superseded', 1_980], ['queued', 1_881]], $this->changes());
    }

    public function test_stopping_everything_holds_prices_before_the_next_send(): void
    {
        $this->workspace->update(['repricing' => 'stopped']);
        self::assertSame([], app(ClaimQueuedChanges::class)->handle($this->channel));
        $this->workspace->update(['repricing' => 'running']);
        $this->channel->update(['automation_on' => false]);
        self::assertSame([], app(ClaimQueuedChanges::class)->handle($this->channel));
    }

    public function test_the_main_switch_holds_what_was_gathered_and_has_not_left(): void
    {
        $feed = $this->claim();
        $this->workspace->update(['repricing' => 'stopped']);
        $this->advance($feed, 1);
        self::assertSame([['waiting', 1_980]], $this->changes());
        self::assertSame(FeedState::Closed, $feed->refresh()->state);
        Http::assertNothingSent();
        $this->workspace->update(['repricing' => 'running']);
        $this->artisan('work:sweep');
        self::assertNotSame($feed->id, $this->claim()->id);
    }

    public function test_what_may_have_left_is_taken_back_while_the_switch_is_off(): void
    {
        Http::fake([
            'quayside.test/v1/feeds' => Http::sequence()
                ->pushFailedConnection('lost')
                ->push(['id' => 'f1', 'status' => 'cancelled']),
        ]);
        $feed = $this->claim();
        $this->advance($feed, 1);
        $this->workspace->update(['repricing' => 'stopped']);
        $this->advance($feed, 1);
        self::assertSame(FeedState::Closed, $feed->refresh()->state);
        self::assertSame([['waiting', 1_980]], $this->changes());
        Http::assertSent(
            fn (Request $request) => $request->method() === 'DELETE' &&
                $request->hasHeader('Idempotency-Key', $feed->id),
        );
    }

    public function test_workers_are_told_of_prices_once_they_can_be_seen(): void
    {
        DB::table('jobs')->delete();
        (new UniqueLock(Cache::store()))->release(new PublishChannelJob($this->workspace->id, $this->channel->id));
        DB::transaction(function (): void {
            $this->rivalAsks('18.00');
            self::assertSame(
                0,
                DB::table('jobs')->where('queue', 'publish')->count(),
                'nobody else could see the new price yet',
            );
        });
        self::assertSame(1, DB::table('jobs')->where('queue', 'publish')->count());
    }

    public function test_feeds_are_read_back_together_and_settled_separately(): void
    {
        $feeds = [$this->claim()];
        $this->listing('KC-2', ['rule_id' => $this->listing->rule_id], offers: [['seller' => 'r', 'price' => '20.00']]);
        app(DecideListings::class)->handle(
            $this->workspace,
            Listing::query()->where('sku', 'KC-2')->pluck('id')->all(),
            Cause::Market,
        );
        $feeds[] = $this->claim();
        Http::fake([
            'quayside.test/v1/feeds' => Http::sequence()
                ->push(['id' => 'f1', 'status' => 'queued'], 202)
                ->push(['id' => 'f2', 'status' => 'queued'], 202),
            'quayside.test/v1/feeds/f1' => Http::response(['error' => 'no such feed'], 404),
            'quayside.test/v1/feeds/f2' => Http::response([
                'id' => 'f2',
                'status' => 'done',
                'items' => [['sku' => 'KC-2', 'status' => 'accepted', 'message' => null]],
            ]),
            'quayside.test/v1/prices*' => Http::response(['prices' => [['sku' => 'KC-2', 'price' => '19.80']]]),
        ]);
        array_map(fn (Feed $feed) => app(SendFeed::class)->handle($feed->id), $feeds);
        Feed::query()->update(['due_at' => now()->subSecond()]);
        self::assertNull(app(ConfirmFeeds::class)->handle($this->channel->refresh()), 'nothing is left to ask about');
        self::assertSame([['refused', 1_980], ['confirmed', 1_980]], $this->changes());
        self::assertSame(
            'Quayside refused the request (status 404).',
            (string) PriceChange::query()->orderBy('id')->first()?->problem,
        );
    }

    public function test_feeds_that_could_not_be_asked_about_wait_and_lose_nothing(): void
    {
        Http::fake([
            'quayside.test/v1/feeds' => Http::response(['id' => 'f1', 'status' => 'queued'], 202),
            'quayside.test/v1/feeds/f1' => Http::response(['error' => 'busy'], 503),
        ]);
        $feed = $this->claim();
        $this->advance($feed, 2);
        self::assertSame([FeedState::Submitted, true], [$feed->refresh()->state, $feed->due_at->isFuture()]);
        self::assertSame([['sending', 1_980]], $this->changes());
        self::assertSame(
            'Quayside is out of order (status 503). Tried again by itself.',
            (string) PriceChange::query()->sole()->problem,
        );
    }

    public function test_from_queued_to_confirmed(): void
    {
        Http::fake([
            'quayside.test/v1/feeds' => Http::response(['id' => 'f1', 'status' => 'queued'], 202),
            'quayside.test/v1/feeds/f1' => Http::sequence()
                ->push(['id' => 'f1', 'status' => 'queued', 'items' => []])
                ->push([
                    'id' => 'f1',
                    'status' => 'done',
                    'items' => [['sku' => 'KC-1', 'status' => 'accepted', 'message' => null]],
                ]),
            'quayside.test/v1/prices*' => Http::sequence()
                ->push(['prices' => [['sku' => 'KC-1', 'price' => '24.90']]])
                ->push(['prices' => [['sku' => 'KC-1', 'price' => '19.80']]]),
        ]);
        $feed = $this->claim();
        $this->advance($feed, 5);
        self::assertSame([['confirmed', 1_980]], $this->changes());
        self::assertSame(FeedState::Closed, $feed->refresh()->state);
        self::assertSame(1_980, $this->listing->refresh()->price_minor);
        self::assertNotNull($this->listing->last_changed_at);
        Http::assertSent(
            fn (Request $request) => $request->method() === 'POST' &&
                $request['items'] === [['sku' => 'KC-1', 'price' => '19.80']] &&
                $request->hasHeader('Idempotency-Key', $feed->id),
        );
    }

    public function test_a_send_without_answer_is_repeated_under_the_same_key(): void
    {
        $keys = [];
        Http::fake([
            'quayside.test/v1/feeds' => function (Request $request) use (&$keys) {
                $keys[] = $request->header('Idempotency-Key')[0] ?? '';

                return count($keys) < 3
                    ? throw new ConnectionException('lost')
                    : Http::response(['id' => 'f1', 'status' => 'queued'], 202);
            },
        ]);
        $feed = $this->claim();
        $this->advance($feed, 1);
        $change = PriceChange::query()->sole();
        self::assertSame(
            [ChangeState::Sending, 'Quayside did not answer. Tried again by itself.'],
            [$change->state, (string) $change->problem],
        );
        self::assertTrue($feed->refresh()->due_at->isFuture(), 'it waits');
        $this->advance($feed, 2);
        self::assertSame([$feed->id, $feed->id, $feed->id], $keys);
        self::assertSame(FeedState::Submitted, $feed->refresh()->state);
    }

    public function test_a_retry_after_header_is_respected(): void
    {
        Http::fake([
            'quayside.test/v1/feeds' => Http::response(['error' => 'too many calls'], 429, ['Retry-After' => '7']),
        ]);
        $feed = $this->claim();
        app(SendFeed::class)->handle($feed->id);
        self::assertEqualsWithDelta(7, CarbonImmutable::now()->diffInSeconds($feed->refresh()->due_at), 1.5);
        self::assertTrue($this->channel->refresh()->quiet_until?->isFuture());
        self::assertSame([], app(ClaimQueuedChanges::class)->handle($this->channel));
    }

    public function test_a_refusal_is_shown_tried_again_and_in_the_end_given_up(): void
    {
        Http::fake([
            'quayside.test/v1/feeds' => Http::response(['id' => 'f1', 'status' => 'queued'], 202),
            'quayside.test/v1/feeds/f1' => Http::response([
                'id' => 'f1',
                'status' => 'done',
                'items' => [
                    ['sku' => 'KC-1', 'status' => 'refused', 'message' => 'price under the limit set for this item'],
                ],
            ]),
        ]);
        for ($try = 1; $try <= 5; $try++) {
            $this->advance($this->claim(), 2);
            $change = PriceChange::query()->sole();
            self::assertSame('price under the limit set for this item', (string) $change->problem);
            if ($try < 5) {
                self::assertSame([ChangeState::Queued, $try], [$change->state, $change->attempts]);
                self::assertEqualsWithDelta(
                    5 * 3 ** ($try - 1),
                    CarbonImmutable::now()->diffInSeconds($change->due_at),
                    1.5,
                );
                $this->travel(10)->minutes();
            }
        }
        self::assertSame(ChangeState::Refused, PriceChange::query()->sole()->state);
        $this->decide();
        self::assertSame(1, PriceChange::query()->count(), 'the same price rests for some hours');
        self::assertSame(2_490, $this->listing->refresh()->price_minor);
        $this->actingAs($this->user)
            ->getJson('/api/v1/changes?state=failed')
            ->assertOk()
            ->assertJsonPath('changes.0.problem.text', 'price under the limit set for this item');
    }

    public function test_a_change_whose_price_never_appears_fails(): void
    {
        Http::fake([
            'quayside.test/v1/feeds' => Http::response(['id' => 'f1', 'status' => 'queued'], 202),
            'quayside.test/v1/feeds/f1' => Http::response([
                'id' => 'f1',
                'status' => 'done',
                'items' => [['sku' => 'KC-1', 'status' => 'accepted', 'message' => null]],
            ]),
            'quayside.test/v1/prices*' => Http::response(['prices' => [['sku' => 'KC-1', 'price' => '22.00']]]),
        ]);
        $this->advance($this->claim(), 14);
        $change = PriceChange::query()->sole();
        self::assertSame(
            [ChangeState::Failed, 'The channel accepted the price and shows 22.00.'],
            [$change->state, (string) $change->problem],
        );
    }

    public function test_only_one_worker_holds_a_feed(): void
    {
        $feed = $this->claim();
        Http::fake([
            'quayside.test/v1/feeds' => function () use ($feed) {
                app(SendFeed::class)->handle($feed->id);

                return Http::response(['id' => 'f1', 'status' => 'queued'], 202);
            },
        ]);
        app(SendFeed::class)->handle($feed->id);
        Http::assertSentCount(1);
    }

    public function test_the_sweep_takes_up_what_a_dead_worker_left(): void
    {
        $feed = $this->claim();
        DB::table('jobs')->delete();
        $feed->update(['due_at' => now()->addSeconds(15)]);
        Artisan::call('work:sweep');
        self::assertSame(0, DB::table('jobs')->count(), 'it may still be alive');
        $this->travel(16)->seconds();
        Artisan::call('work:sweep');
        self::assertSame(1, DB::table('jobs')->where('payload', 'like', '%SendFeedJob%')->count());
    }

    public function test_the_database_lets_no_price_outside_its_limits_into_the_outbox(): void
    {
        $this->expectException(QueryException::class);
        DB::table('price_changes')->update(['to_minor' => 100]);
    }

    public function test_the_market_is_observed_and_what_someone_set_elsewhere_is_adopted(): void
    {
        PriceChange::query()->delete();
        Http::fake([
            'quayside.test/v1/offers*' => Http::response([
                'now' => '2026-03-02T09:00:00Z',
                'offers' => [
                    'QU-KC-1' => [
                        [
                            'seller' => 'kettle-crock',
                            'name' => 'Kettle & Crock',
                            'price' => '23.00',
                            'shipping' => '0.00',
                            'buy_box' => true,
                        ],
                        [
                            'seller' => 'r',
                            'name' => 'Riverstone',
                            'price' => '22.00',
                            'shipping' => '0.00',
                            'condition' => 'new',
                            'in_stock' => true,
                            'buy_box' => false,
                        ],
                    ],
                ],
            ]),
        ]);
        self::assertSame(1, app(ObserveItems::class)->handle($this->channel, ['QU-KC-1'])->changed);
        self::assertSame([2_300, true], [$this->listing->refresh()->price_minor, $this->listing->holds_buy_box]);
        $this->actingAs($this->user)
            ->getJson("/api/v1/listings/{$this->listing->id}")
            ->assertJsonPath('offers.0.name', 'Riverstone');
        self::assertSame(
            0,
            app(ObserveItems::class)->handle($this->channel, ['QU-KC-1'])->changed,
            'nothing new the second time',
        );
        self::assertSame(1, DB::table('market_observations')->count());
    }

    public function test_a_price_set_elsewhere_is_put_right_or_left_and_the_listing_paused(): void
    {
        Http::fake([
            'quayside.test/v1/offers*' => Http::response([
                'now' => '2026-03-02T09:00:00Z',
                'offers' => [
                    'QU-KC-1' => [
                        ['seller' => 'kettle-crock', 'price' => '23.00', 'shipping' => '0.00'],
                        ['seller' => 'r', 'price' => '20.00', 'shipping' => '0.00'],
                    ],
                ],
            ]),
        ]);
        PriceChange::query()->delete();
        $rule = \App\Pricing\Models\Rule::query()->sole();
        $rule->update(['when_changed_elsewhere' => 'adopt']);
        app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
        $this->decide();
        self::assertSame(
            [2_300, false, 0],
            [$this->listing->refresh()->price_minor, $this->listing->automation_on, PriceChange::query()->count()],
        );
        self::assertNotNull($this->listing->changed_elsewhere_at);
        $this->actingAs($this->user)
            ->getJson('/api/v1/today')
            ->assertOk()
            ->assertJson(['changed_elsewhere' => 1]);
        $this->actingAs($this->user)
            ->getJson('/api/v1/listings?state[]=elsewhere')
            ->assertOk()
            ->assertJsonPath('listings.0.off', 'elsewhere');

        $rule->update(['when_changed_elsewhere' => 'put_back']);
        $this->listing->update(['automation_on' => true, 'price_minor' => 1_980]);
        app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
        $this->decide();
        self::assertSame(
            [true, 1_980],
            [$this->listing->refresh()->automation_on, PriceChange::query()->sole()->to_minor],
        );
    }

    public function test_the_ledger_opens_the_decision_as_it_was_made(): void
    {
        $id = PriceChange::query()->sole()->id;
        $this->rivalAsks('30.00');
        $this->actingAs($this->user)
            ->getJson("/api/v1/changes/{$id}")
            ->assertOk()
            ->assertJsonPath('change.to', '19.80')
            ->assertJsonPath('change.change_percent', '-20.48')
            ->assertJsonPath('change.rule', 'Under')
            ->assertJsonPath('decision.price', '19.80')
            ->assertJsonPath('decision.before.markup_percent', '79.30');
        $this->actingAs($this->user)
            ->getJson('/api/v1/changes?q=nothing-like-it')
            ->assertOk()
            ->assertJsonCount(0, 'changes');
    }

    private function decide(): void
    {
        app(DecideListings::class)->handle($this->workspace->refresh(), [$this->listing->id], Cause::Market);
    }

    private function rivalAsks(string $price): void
    {
        DB::table('listing_markets')
            ->where('listing_id', $this->listing->id)
            ->update(['offers' => json_encode([['seller' => 'r', 'price' => $price]])]);
        $this->decide();
    }

    private function claim(): Feed
    {
        return app(ClaimQueuedChanges::class)->handle($this->channel->refresh())[0] ??
            self::fail('Nothing was waiting.');
    }

    private function advance(Feed $feed, int $steps): void
    {
        for ($i = 0; $i < $steps; $i++) {
            $feed->refresh()->state === FeedState::Closed || $feed->update(['due_at' => now()]);
            Channel::query()->update(['quiet_until' => null]);
            $feed->state === FeedState::Sending
                ? app(SendFeed::class)->handle($feed->id)
                : app(ConfirmFeeds::class)->handle($this->channel->refresh());
        }
    }

    /** @return list<array{string, int}> */
    private function changes(): array
    {
        return array_values(
            PriceChange::query()
                ->orderBy('id')
                ->get()
                ->map(fn (PriceChange $change) => [$change->state->value, $change->to_minor])
                ->all(),
        );
    }
}
