<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Market\Models\ListingMarket;
use App\Pricing\Actions\DecideListings;
use App\Pricing\Models\Rule;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Publishing\Actions\ConfirmFeeds;
use App\Publishing\Actions\SendFeed;
use App\Publishing\Models\Feed;
use App\Publishing\Models\PriceChange;
use Closure;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/**
 * Prices that wait, and what they rest on changing meanwhile: what counts is what the marketplace was told in the end.
 */
final class PriceLifeTest extends TestCase
{
    private Listing $listing;

    private Rule $rule;

    /** @var list<string> prices that the marketplace took */
    private array $taken = [];

    /** @var 'up'|'away'|'cut' */
    private string $market = 'up';

    /**
     * @var array<string, list<array{sku: string, price: string}>|null> by idempotency key; null where it was cancelled
     */
    private array $feeds = [];

    protected function setUp(): void
    {
        parent::setUp();
        Http::preventStrayRequests();
        Http::fake($this->answer(...));
        $this->rule = $this->rule('Under');
        // Floor 16.15, ceiling 40.00; a rival at 20.00 makes it 19.80.
        $this->listing = $this->listing(
            'KC-1',
            ['rule_id' => $this->rule->id, 'assigned_by' => 'hand'],
            offers: [['seller' => 'r', 'price' => '20.00']],
        );
    }

    /**
     * @return array<string, array{Closure(self): mixed, string}> what changes while the price waits, and the reason in
     *     the ledger
     */
    public static function changes(): array
    {
        return [
            'the listing is paused' => [
                fn (self $test) => $test->change(['automation_on' => false]),
                'Repricing of this listing is paused.',
            ],
            'the listing is taken off its rule' => [
                fn (self $test) => $test->bulk('rule', ['rule' => null]),
                'The listing is on no rule.',
            ],
            'the rule is switched off' => [
                fn (self $test) => $test
                    ->as()
                    ->patchJson("/api/v1/rules/{$test->rule->id}", ['is_on' => false])
                    ->assertOk(),
                'The rule “Under” is switched off.',
            ],
            'rules are paused' => [
                fn (self $test) => $test->changeWorkspace(['repricing' => 'rules_paused']),
                'Rules are paused.',
            ],
            'the market is back where it was' => [
                fn (self $test) => $test->rivalAsks('25.16'),
                'Decided again. The price is there already.',
            ],
            'the listing is held back to compare' => [
                fn (self $test) => $test->compare(),
                'The listing is held back to compare.',
            ],
            'stock is at nothing' => [
                fn (self $test) => $test->stock(0),
                'Decided again. Out of stock; nothing to price.',
            ],
            'the cost is not known any more' => [
                fn (self $test) => $test->bulk('product', ['fields' => ['cost' => '']]),
                'It has no floor and ceiling, so no price can be set.',
            ],
            'the rule now asks a person first' => [
                fn (self $test) => $test->saveRule(['approval' => 'always']),
                'The rule now asks a person first, about 19.80.',
            ],
        ];
    }

    /** @return iterable<string, array{Closure(self): mixed, Closure(self): mixed, string}> */
    public static function changesWhileItWaits(): iterable
    {
        $closed = [
            'everything stopped' => fn (self $test) => $test->changeWorkspace(['repricing' => 'stopped']),
            'its channel off' => fn (self $test) => $test
                ->as()
                ->patchJson("/api/v1/channels/{$test->channel->id}", ['automation_on' => false])
                ->assertOk(),
            'frozen hours' => fn (self $test) => $test->changeWorkspace([
                'freeze' => ['from' => now()->subHour()->format('H:i'), 'to' => now()->addHour()->format('H:i')],
            ]),
        ];
        foreach ($closed as $how => $close) {
            foreach (self::changes() as $what => [$change, $reason]) {
                yield "{$how}: {$what}" => [$close, $change, $reason];
            }
        }
    }

    #[DataProvider('changesWhileItWaits')]
    public function test_a_price_that_waits_is_withdrawn_when_it_no_longer_holds(
        Closure $close,
        Closure $change,
        string $reason,
    ): void {
        $close($this);
        $this->decide();
        self::assertSame([['waiting', '1980']], $this->ledger());
        $change($this);
        $this->workOff();
        self::assertSame([['withdrawn', '1980']], $this->ledger());
        self::assertSame($reason, (string) PriceChange::query()->sole()->problem);
        $this->changeWorkspace([
            'repricing' => $reason === 'Rules are paused.' ? 'rules_paused' : 'running',
            'freeze' => null,
        ]);
        $this->as()
            ->patchJson("/api/v1/channels/{$this->channel->id}", ['automation_on' => true])
            ->assertOk();
        $this->sendAll();
        self::assertSame([], $this->taken);
    }

    /**
     * @return array<string, array{Closure(self): mixed, list<array{string, string}>}> what changes, and the ledger
     *     after it
     */
    public static function limitChanges(): array
    {
        return [
            'its floor is raised' => [
                fn (self $test) => $test->change(['floor' => '22,00']),
                [['superseded', '1980'], ['waiting', '2200']],
            ],
            'its cost is raised' => [
                fn (self $test) => $test->bulk('cost', ['field' => 'cost', 'how' => 'set', 'value' => '14.00']),
                [['superseded', '1980'], ['waiting', '2260']],
            ],
            'the fee is raised' => [
                fn (self $test) => $test
                    ->as()
                    ->patchJson("/api/v1/channels/{$test->channel->id}", [
                        'fees' => [['kind' => 'percent', 'percent' => '30']],
                    ])
                    ->assertOk(),
                [['superseded', '1980'], ['waiting', '2276']],
            ],
            'the tax is raised' => [
                fn (self $test) => $test->changeWorkspace(['tax_percent' => '50']),
                [['superseded', '1980'], ['waiting', '2143']],
            ],
            'the tax of its country is raised' => [
                function (self $test): void {
                    $test->channel->update(['country' => 'CH']);
                    $test
                        ->as()
                        ->postJson('/api/v1/tax-rates', ['country' => 'CH', 'percent' => '50'])
                        ->assertCreated();
                },
                [['superseded', '1980'], ['waiting', '2143']],
            ],
            'a minimum advertised price is set' => [
                fn (self $test) => $test->bulk('cost', ['field' => 'map', 'how' => 'set', 'value' => '21.00']),
                [['superseded', '1980'], ['waiting', '2100']],
            ],
            'the rule is saved anew' => [
                fn (self $test) => $test->saveRule(['position' => ['move' => 'match']]),
                [['superseded', '1980'], ['waiting', '2000']],
            ],
        ];
    }

    /** @param  list<array{string, string}>  $after */
    #[DataProvider('limitChanges')]
    public function test_another_price_takes_the_place_of_one_that_waits(Closure $change, array $after): void
    {
        $this->channel->update(['automation_on' => false]);
        $this->decide();
        $change($this);
        $this->workOff();
        self::assertSame($after, $this->ledger());
        $this->as()
            ->patchJson("/api/v1/channels/{$this->channel->id}", ['automation_on' => true])
            ->assertOk();
        $this->sendAll();
        self::assertSame([sprintf('%.2f', (int) end($after)[1] / 100)], $this->taken);
    }

    #[DataProvider('limitChanges')]
    public function test_until_it_is_decided_again_the_queued_price_does_not_leave(Closure $change): void
    {
        $this->decide();
        $change($this);
        // Whoever is to decide again has not come to it yet.
        DB::table('jobs')->where('queue', '<>', 'publish')->delete();
        $this->send();
        self::assertNotContains('19.80', $this->taken);
    }

    public function test_the_database_holds_one_open_price_a_listing(): void
    {
        $this->decide();
        $copy = PriceChange::query()
            ->sole()
            ->replicate()
            ->fill(['state' => 'waiting', 'waits_for' => 'hours']);
        $this->expectExceptionMessage('price_changes_one_open');
        $copy->save();
    }

    public function test_nothing_leaves_once_everything_is_stopped_though_sends_are_being_retried(): void
    {
        $this->decide();
        $this->market = 'away';
        $feed = $this->claim();
        app(SendFeed::class)->handle($feed->id);
        $this->changeWorkspace(['repricing' => 'stopped']);
        $this->market = 'up';
        $this->sendAll();
        self::assertSame([[], [['waiting', '1980']]], [$this->taken, $this->ledger()]);
        $this->changeWorkspace(['repricing' => 'running']);
        $this->sendAll();
        self::assertSame(['19.80'], $this->taken);
    }

    public function test_a_feed_is_looked_at_again_each_time_it_is_tried(): void
    {
        $this->decide();
        $this->market = 'away';
        app(SendFeed::class)->handle($this->claim()->id);
        $this->change(['floor' => '22,00']);
        $this->workOff();
        $this->market = 'up';
        $this->sendAll();
        self::assertSame(['22.00'], $this->taken);
        self::assertSame('19.80 is below its floor 22.00.', (string) PriceChange::query()->orderBy('id')->first()?->problem);
    }

    public function test_what_had_arrived_though_its_answer_was_lost_is_followed_up_and_put_right(): void
    {
        $this->decide();
        $this->market = 'cut';
        app(SendFeed::class)->handle($this->claim()->id);
        self::assertSame(['19.80'], $this->taken, 'the marketplace took it, and nobody knows');
        $this->change(['floor' => '22,00']);
        $this->workOff();
        $this->market = 'up';
        $this->sendAll();
        self::assertSame(['19.80', '22.00'], $this->taken, 'not sent twice, and corrected');
        self::assertSame([['confirmed', '1980'], ['confirmed', '2200']], $this->ledger());
    }

    public function test_a_market_seen_too_long_ago_keeps_the_price_here(): void
    {
        $this->rule->update(['stale_minutes' => 60]);
        $this->decide();
        ListingMarket::query()->update(['seen_at' => now()->subMinutes(61)]);
        $this->send();
        self::assertSame([], $this->taken);
        self::assertSame('Its market was last seen more than 60 minutes ago.', (string) PriceChange::query()->sole()->problem);
    }

    public function test_a_rule_changes_no_price_outside_its_hours_though_it_was_decided_within_them(): void
    {
        $this->travelTo(now()->setTime(17, 59));
        $this->rule->update(['times' => ['from' => '08:00', 'to' => '18:00']]);
        $this->decide(Cause::Schedule);
        $this->travelTo(now()->setTime(18, 1));
        $this->send();
        self::assertSame([], $this->taken);
        self::assertSame(
            'The rule “Under” does not change prices at this time.',
            (string) PriceChange::query()->sole()->problem,
        );
    }

    public function test_a_switch_tells_how_many_changes_wait_for_it(): void
    {
        $this->as()
            ->patchJson("/api/v1/channels/{$this->channel->id}", ['automation_on' => false])
            ->assertOk();
        $this->workOff();
        $this->as()
            ->getJson('/api/v1/changes/waiting')
            ->assertOk()
            ->assertExactJson([['channel_id' => $this->channel->id, 'waits_for' => 'switch', 'many' => 1]]);
        $row = $this->as()->getJson('/api/v1/listings')->json('listings.0');
        self::assertSame(
            ['19.80', 'waiting', 'switch', 'channel'],
            [$row['going_to'], $row['going_state'], $row['going_waits_for'], $row['off']],
        );
        $this->as()
            ->patchJson('/api/v1/workspace', ['repricing' => 'off'])
            ->assertStatus(422)
            ->assertJsonValidationErrors('repricing');
        $this->as()
            ->patchJson('/api/v1/workspace', ['repricing_on' => false])
            ->assertOk()
            ->assertJson(['repricing' => 'stopped', 'repricing_on' => false]);
    }

    public function test_with_rules_paused_what_people_set_still_goes(): void
    {
        $this->changeWorkspace(['repricing' => 'rules_paused']);
        $this->bulk('price', ['how' => 'set', 'value' => '21.00']);
        $this->decide();
        $this->sendAll();
        self::assertSame(['21.00'], $this->taken);
    }

    public function as(): static
    {
        return $this->actingAs($this->user);
    }

    /** @param  array<string, mixed>  $wanted */
    public function changeWorkspace(array $wanted): void
    {
        $this->as()->patchJson('/api/v1/workspace', $wanted)->assertOk();
    }

    /** @param  array<string, mixed>  $wanted */
    public function change(array $wanted): TestResponse
    {
        return $this->as()
            ->patchJson("/api/v1/listings/{$this->listing->id}", [
                'version' => $this->listing->refresh()->version,
                ...$wanted,
            ])
            ->assertOk();
    }

    /** @param  array<string, mixed>  $wanted */
    public function bulk(string $edit, array $wanted): TestResponse
    {
        $batch = $this->as()
            ->postJson('/api/v1/batches', ['edit' => $edit, 'wanted' => $wanted, 'listings' => [$this->listing->id]])
            ->assertCreated()
            ->json('id');

        return $this->as()
            ->postJson("/api/v1/batches/{$batch}/apply", ['confirmed' => true])
            ->assertStatus(202);
    }

    /** @param  array<string, mixed>  $change */
    public function saveRule(array $change): void
    {
        $document = [...$this->rule->latest->document, ...$change];
        $this->as()
            ->patchJson("/api/v1/rules/{$this->rule->id}", ['document' => $document, 'based_on' => 1])
            ->assertOk();
    }

    public function compare(): void
    {
        // Which listings are repriced follows from their numbers: with enough others it is not this one.
        for ($n = 2; ! $this->listing->refresh()->is_compared; $n++) {
            $this->listing(
                "KC-{$n}",
                ['rule_id' => $this->rule->id, 'assigned_by' => 'hand'],
                offers: [['seller' => 'r', 'price' => '25.16']],
            );
            $this->rule->refresh()->update(['only_listings' => null]);
            $this->as()
                ->patchJson("/api/v1/rules/{$this->rule->id}", ['settings' => ['only_listings' => 1]])
                ->assertOk();
        }
    }

    public function rivalAsks(string $price): void
    {
        DB::table('listing_markets')
            ->where('listing_id', $this->listing->id)
            ->update(['offers' => json_encode([['seller' => 'r', 'price' => $price]])]);
        $this->decide();
    }

    public function stock(int $units): void
    {
        $this->listing->update(['stock' => $units]);
        $this->decide(Cause::Stock);
    }

    private function decide(Cause $cause = Cause::Market): void
    {
        app(DecideListings::class)->handle($this->workspace->refresh(), [$this->listing->id], $cause);
    }

    private function claim(): Feed
    {
        return app(ClaimQueuedChanges::class)->handle($this->channel->refresh())[0] ??
            self::fail('Nothing was queued.');
    }

    /** Sends what is queued, once. */
    private function send(): void
    {
        foreach (app(ClaimQueuedChanges::class)->handle($this->channel->refresh()) as $feed) {
            app(SendFeed::class)->handle($feed->id);
        }
    }

    /** Works until nothing is on its way any more that could go on. */
    private function sendAll(): void
    {
        for ($round = 0; $round < 12; $round++) {
            $this->workOff();
            $this->travel(30)->seconds();
            ListingMarket::query()->update(['seen_at' => now()]);
            $this->channel->refresh()->update(['quiet_until' => null, 'failures' => 0]);
            $this->artisan('work:sweep');
            $this->enter($this->workspace);
            foreach (Feed::query()->where('state', 'sending')->pluck('id') as $feed) {
                app(SendFeed::class)->handle($feed);
            }
            $this->send();
            app(ConfirmFeeds::class)->handle($this->channel->refresh());
        }
    }

    /** @return list<array{string, string}> */
    private function ledger(): array
    {
        return array_values(
            PriceChange::query()
                ->where('listing_id', $this->listing->id)
                ->orderBy('id')
                ->get()
                ->map(fn (PriceChange $change) => [$change->state->value, (string) $change->to_minor])
                ->all(),
        );
    }

    /** A marketplace that keeps its word: a key is taken once, and never after it was cancelled. */
    private function answer(Request $request): mixed
    {
        if ($this->market === 'away') {
            return Http::response(['error' => 'out of order for a moment'], 503);
        }
        $path = (string) parse_url($request->url(), PHP_URL_PATH);
        $key = $request->header('Idempotency-Key')[0] ?? '';
        if ($request->method() === 'DELETE') {
            $isDone = isset($this->feeds[$key]);
            $this->feeds[$key] ??= null;

            return Http::response(['id' => $key, 'status' => $isDone ? 'done' : 'cancelled']);
        }
        if ($request->method() === 'POST') {
            if (! array_key_exists($key, $this->feeds)) {
                $this->feeds[$key] = $request['items'];
                array_push($this->taken, ...array_column($request['items'], 'price'));
            }

            return $this->market === 'cut'
                ? throw new ConnectionException('cut')
                : Http::response(['id' => $key, 'status' => 'queued'], 202);
        }
        if (str_starts_with($path, '/v1/feeds/')) {
            return Http::response([
                'status' => 'done',
                'items' => array_map(
                    fn (array $item) => ['sku' => $item['sku'], 'status' => 'accepted', 'message' => null],
                    $this->feeds[basename($path)] ?? [],
                ),
            ]);
        }

        return Http::response([
            'prices' => $this->taken === [] ? [] : [['sku' => 'KC-1', 'price' => end($this->taken)]],
        ]);
    }
}
