<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Channels\ChannelUnavailable;
use App\Channels\WebhookSignature;
use App\Market\Actions\NoticeNotifications;
use App\Market\Actions\ObserveItems;
use App\Market\Models\ListingMarket;
use App\Pricing\Events\PricesDecided;
use App\Publishing\Models\PriceChange;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Exceptions;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Log;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use RuntimeException;
use Tests\TestCase;

final class NotificationTest extends TestCase
{
    private const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';

    /** The example of the Standard Webhooks specification and its libraries (value from memory). */
    public function test_signs_as_the_specification_shows(): void
    {
        self::assertSame(
            'v1,g0hM9SsE+OTPJTGt/tmIKtSyZlE3uFJELVlNIOLJ1OE=',
            (new WebhookSignature(self::SECRET))->sign(
                'msg_p5jXN8AQM9LWM0D4loKWxJek',
                1614265330,
                '{"test": 2432232314}',
            ),
        );
    }

    public function test_a_notification_is_processed_once(): void
    {
        $this->tell('msg_1', time())->assertStatus(202);
        $this->tell('msg_1', time())->assertStatus(202);
        self::assertSame(
            ['QU-KC-1'],
            DB::table('market_notifications')->whereNull('observed_at')->pluck('item')->all(),
        );
        foreach ([1, 2] as $worker) {
            app(NoticeNotifications::class)->handle();
        }
        self::assertSame(1, DB::table('jobs')->where('queue', 'market')->count());
    }

    public function test_notifications_are_observed_in_one_call_and_kept_while_the_channel_is_down(): void
    {
        $listing = $this->listing('KC-1', offers: [['seller' => 'r', 'price' => '20.00']]);
        $this->listing('KC-2');
        foreach (['msg_1' => 'QU-KC-1', 'msg_2' => 'QU-KC-2', 'msg_3' => 'QU-KC-1'] as $id => $item) {
            $this->tell($id, time(), item: $item)->assertStatus(202);
        }
        Http::fake([
            'quayside.test/v1/offers*' => Http::sequence()
                ->push(['error' => 'out of order'], 503)
                ->push(['error' => 'out of order'], 503)
                ->push([
                    'offers' => [
                        'QU-KC-1' => [['seller' => 'r', 'name' => 'Rill', 'price' => '18.00']],
                        'QU-KC-2' => [],
                    ],
                ]),
        ]);
        app(NoticeNotifications::class)->handle();
        $this->workOff('market');
        self::assertSame(3, DB::table('market_notifications')->whereNull('observed_at')->count(), 'they wait');
        self::assertSame('Quayside is out of order (status 503).', (string) $this->channel->refresh()->problem);
        DB::table('channels')->update(['quiet_until' => null]);
        $this->workOff('market');
        self::assertSame(0, DB::table('market_notifications')->whereNull('observed_at')->count());
        self::assertSame('18.00', ListingMarket::query()->findOrFail($listing->id)->offers[0]['price']);
        self::assertNull($this->channel->refresh()->problem);
        Http::assertSentCount(3);
    }

    /** @return array<string, array{mixed}> what a marketplace answers when it is asked about two items */
    public static function partialAnswers(): array
    {
        $whole = [['seller' => 'r', 'name' => 'Rill', 'price' => '19.00']];

        return [
            'one is missing' => [['QU-KC-2' => $whole]],
            'of one nothing can be read' => [
                ['QU-KC-1' => [['seller' => 'r', 'price' => 'soon']], 'QU-KC-2' => $whole],
            ],
            'another one instead' => [['QU-KC-9' => $whole, 'QU-KC-2' => $whole]],
        ];
    }

    #[DataProvider('partialAnswers')]
    public function test_an_item_that_an_answer_lacks_is_not_without_rivals(mixed $offers): void
    {
        $alone = $this->rule('To the ceiling when alone', ['when_no_rivals' => 'ceiling']);
        $lacking = $this->listing('KC-1', ['rule_id' => $alone->id], offers: [['seller' => 'r', 'price' => '20.00']]);
        $whole = $this->listing('KC-2', ['rule_id' => $alone->id], offers: [['seller' => 'r', 'price' => '20.00']]);
        $seen = now()->subMinutes(5);
        ListingMarket::query()->update(['seen_at' => $seen]);
        Http::fake(['quayside.test/v1/offers*' => Http::response(['offers' => $offers])]);
        foreach (['msg_1' => 'QU-KC-1', 'msg_2' => 'QU-KC-2'] as $id => $item) {
            $this->tell($id, time(), item: $item)->assertStatus(202);
        }
        app(NoticeNotifications::class)->handle();
        $this->workOff('market');
        self::assertSame(
            ['20.00', '19.00'],
            [$this->market($lacking)->offers[0]['price'], $this->market($whole)->offers[0]['price']],
        );
        self::assertTrue(
            $this->market($lacking)->seen_at->equalTo($seen->startOfSecond()) ||
                $this->market($lacking)->seen_at->diffInSeconds($seen, true) < 1,
            'it is as old as it was',
        );
        self::assertSame([1_881], PriceChange::query()->pluck('to_minor')->all(), 'the other one alone');
        $again = DB::table('jobs')->where('payload', 'like', '%ObserveItemsJob%')->get();
        self::assertCount(1, $again, 'it is asked for again');
        self::assertEqualsWithDelta(30, $again[0]->available_at - time(), 2);
    }

    public function test_an_item_that_nobody_offers_any_more_is_without_rivals(): void
    {
        $alone = $this->rule('To the ceiling when alone', ['when_no_rivals' => 'ceiling']);
        $this->listing('KC-1', ['rule_id' => $alone->id], offers: [['seller' => 'r', 'price' => '20.00']]);
        Http::fake(['quayside.test/v1/offers*' => Http::response(['offers' => ['QU-KC-1' => []]])]);
        app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
        self::assertSame([4_000], PriceChange::query()->pluck('to_minor')->all());
    }

    public function test_two_observations_within_a_second_are_both_kept(): void
    {
        $this->listing('KC-1');
        $this->travel(1)->minutes();
        foreach (['19.00', '18.00'] as $i => $price) {
            $this->travelTo(
                now()
                    ->startOfSecond()
                    ->addMilliseconds(200 * ($i + 1)),
            );
            Http::swap(new \Illuminate\Http\Client\Factory());
            Http::fake([
                'quayside.test/v1/offers*' => Http::response([
                    'offers' => ['QU-KC-1' => [['seller' => 'r', 'price' => $price]]],
                ]),
            ]);
            self::assertSame(1, app(ObserveItems::class)->handle($this->channel, ['QU-KC-1'])->changed);
        }
        self::assertSame(2, DB::table('market_observations')->count());
    }

    public function test_stock_at_nothing_is_taken_from_what_the_marketplace_shows_of_us(): void
    {
        $rule = $this->rule('Under');
        $listing = $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'r', 'price' => '20.00']]);
        $own = ['seller' => 'kettle-crock', 'price' => '24.90', 'shipping' => '0.00'];
        foreach ([[false, 0, []], [true, null, [1_881]]] as [$isInStock, $stock, $changes]) {
            Http::swap(new \Illuminate\Http\Client\Factory());
            Http::fake([
                'quayside.test/v1/offers*' => Http::response([
                    'offers' => [
                        'QU-KC-1' => [[...$own, 'in_stock' => $isInStock], ['seller' => 'r', 'price' => '19.00']],
                    ],
                ]),
            ]);
            app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
            self::assertSame(
                [$stock, $changes],
                [$listing->refresh()->stock, PriceChange::query()->pluck('to_minor')->all()],
            );
            $this->travel(1)->seconds();
        }
    }

    private function market(Listing $listing): ListingMarket
    {
        return ListingMarket::query()->findOrFail($listing->id);
    }

    public function test_an_older_answer_does_not_replace_a_newer_one(): void
    {
        $listing = $this->listing('KC-1');
        ListingMarket::query()
            ->whereKey($listing->id)
            ->update([
                'seen_at' => now()->addSecond()->format('Y-m-d H:i:s.u'),
                'offers' => '[{"seller":"r","price":"17.00"}]',
            ]);
        Http::fake([
            'quayside.test/v1/offers*' => [
                'offers' => ['QU-KC-1' => [['seller' => 'r', 'name' => 'Rill', 'price' => '18.00']]],
            ],
        ]);
        self::assertSame(0, app(ObserveItems::class)->handle($this->channel, ['QU-KC-1'])->changed);
        self::assertSame('17.00', ListingMarket::query()->findOrFail($listing->id)->offers[0]['price']);
    }

    public function test_offers_that_cannot_be_read_are_left_out_and_said_in_the_log(): void
    {
        $listing = $this->listing('KC-1');
        Log::spy();
        $good = ['seller' => 'r', 'name' => 'Rill', 'price' => '18.00'];
        Http::fake([
            'quayside.test/v1/offers*' => [
                'offers' => [
                    'QU-KC-1' => [
                        ['seller' => 's', 'price' => 'cheap'],
                        'offer',
                        ['seller' => 'kettle-crock', 'price' => '-5'],
                        ['seller' => ['t'], 'price' => '1.00'],
                        ['seller' => 'u', 'price' => '1.00', 'rating_percent' => '400'],
                        $good,
                    ],
                ],
            ],
        ]);
        app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
        self::assertSame(
            [['seller' => 'r', 'price' => '18.00']],
            ListingMarket::query()->findOrFail($listing->id)->offers,
        );
        self::assertSame(2_490, $listing->refresh()->price_minor);
        Log::shouldHaveReceived('warning')
            ->once()
            ->withArgs(fn (string $message, array $context) => $context['offers'] === 5);
    }

    public function test_an_incomplete_answer_is_ignored(): void
    {
        Http::fake([
            'quayside.test/v1/offers*' => Http::sequence()
                ->push(['offers' => ['QU-KC-1' => 'none']])
                ->push(['items' => []]),
        ]);
        for ($answer = 0; $answer < 2; $answer++) {
            try {
                app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
                self::fail('It was taken for an answer.');
            } catch (ChannelUnavailable $e) {
                self::assertSame('Quayside gave no readable answer.', $e->getMessage());
            }
        }
    }

    public function test_observations_are_kept_when_deciding_fails_and_decided_later(): void
    {
        $listing = $this->listing('KC-1', ['rule_id' => $this->rule('Under')->id]);
        Exceptions::fake();
        Event::listen(PricesDecided::class, fn () => throw new RuntimeException('broken'));
        Http::fake([
            'quayside.test/v1/offers*' => [
                'offers' => ['QU-KC-1' => [['seller' => 'r', 'name' => 'Rill', 'price' => '18.00']]],
            ],
        ]);
        app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
        Exceptions::assertReported(fn (RuntimeException $e) => $e->getMessage() === 'broken');
        self::assertSame('18.00', ListingMarket::query()->findOrFail($listing->id)->offers[0]['price']);
        self::assertSame(
            [0, [$listing->id]],
            [DB::table('decisions')->count(), DB::table('pending_decisions')->pluck('listing_id')->all()],
        );
        Event::forget(PricesDecided::class);
        $this->travel(3)->seconds();
        DB::update("UPDATE pending_decisions SET requested_at = now() - interval '3 seconds'");
        $this->artisan('work:sweep')->assertSuccessful();
        $this->workOff('market');
        self::assertSame('change', $this->standingDecision($listing)?->outcome);
        self::assertSame(0, DB::table('pending_decisions')->count());
    }

    public function test_notifications_with_a_wrong_signature_are_refused(): void
    {
        $this->tell('msg_1', time(), secret: 'whsec_'.base64_encode('another'))->assertUnauthorized();
        $this->tell('msg_1', time() - 3_600)->assertUnauthorized();
        $this->tell('msg_1', time() + 3_600)->assertUnauthorized();
        $this->tell('', time())->assertUnauthorized();
        $this->tell('msg_1', time(), key: '00000000-0000-7000-8000-000000000000')->assertNotFound();
        $this->tell('msg_1', time(), key: 'not-a-key')->assertNotFound();
        self::assertSame(0, DB::table('market_notifications')->count());
    }

    public function test_one_of_several_signatures_is_enough(): void
    {
        $signature = new WebhookSignature(self::SECRET);
        self::assertTrue($signature->fits('m', '100', 'x', 'v1,old '.$signature->sign('m', 100, 'x'), 100));
        self::assertFalse($signature->fits('m', '100', 'y', $signature->sign('m', 100, 'x'), 100));
    }

    public function test_a_signature_holds_five_minutes_to_either_side_of_its_time(): void
    {
        $signature = new WebhookSignature(self::SECRET);
        $signed = $signature->sign('m', 1_000, 'x');
        $holds = fn (int $now) => $signature->fits('m', '1000', 'x', $signed, $now);
        self::assertSame([false, true, true, false], array_map($holds, [699, 700, 1_300, 1_301]));
    }

    private function tell(
        string $id,
        int $at,
        string $secret = self::SECRET,
        ?string $key = null,
        string $item = 'QU-KC-1',
    ): TestResponse {
        $body = json_encode(['type' => 'offers.changed', 'data' => ['item' => $item]], JSON_THROW_ON_ERROR);

        return $this->call(
            'POST',
            '/api/v1/channels/'.($key ?? $this->channel->key).'/notifications',
            server: [
                'HTTP_WEBHOOK_ID' => $id,
                'HTTP_WEBHOOK_TIMESTAMP' => (string) $at,
                'HTTP_WEBHOOK_SIGNATURE' => (new WebhookSignature($secret))->sign($id, $at, $body),
                'CONTENT_TYPE' => 'application/json',
                'HTTP_ACCEPT' => 'application/json',
            ],
            content: $body,
        );
    }
}
