<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Catalogue\Prices\HandPriceTerm;
use App\Channels\Drivers\File\FolderDelivery;
use App\Channels\Models\Channel;
use App\Channels\WebhookSignature;
use App\Pricing\Actions\SetPrices;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Publishing\Actions\ConfirmFeeds;
use App\Publishing\Actions\SendFeed;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Publishing\Models\PriceChange;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Mail;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class ChannelTest extends TestCase
{
    private const FINGERPRINT = 'SHA256:47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU';

    protected function setUp(): void
    {
        parent::setUp();
        Http::preventStrayRequests();
    }

    public function test_prices_leave_as_a_csv_file_in_a_folder_and_are_confirmed_with_it(): void
    {
        $channel = $this->added([
            'driver' => 'file',
            'name' => 'Price list',
            'settings' => ['delivery' => 'folder'],
            'copy_from' => $this->withListing()->channel_id,
        ]);
        $listing = Listing::query()->where('channel_id', $channel->id)->sole();
        self::assertSame(['KC-1', 2_490, false], [$listing->sku, $listing->price_minor, $listing->is_draft]);
        $feed = $this->send($channel, $listing, 1_980);
        $this->advance($feed);
        self::assertSame(
            ['confirmed', 1_980],
            [PriceChange::query()->sole()->state->value, $listing->refresh()->price_minor],
        );
        $files = $this->as()
            ->getJson("/api/v1/channels/{$channel->id}/files")
            ->assertOk()
            ->json();
        self::assertSame("prices-{$feed->id}.csv", $files[0]['name']);
        $csv = $this->as()
            ->get("/api/v1/channels/{$channel->id}/files/{$files[0]['name']}")
            ->assertOk()
            ->baseResponse->getFile()
            ->getContent();
        self::assertSame(
            "SKU,Price,Currency,\"Price before\",GTIN,Title,Change\r\nKC-1,19.80,EUR,24.90,,\"Thing KC-1\",".
                PriceChange::query()->sole()->id.
                "\r\n",
            $csv,
        );
        $this->as()
            ->get("/api/v1/channels/{$channel->id}/files/..%2F..%2F.env")
            ->assertNotFound();
        File::deleteDirectory(FolderDelivery::folder($channel->key));
    }

    public function test_a_folder_that_cannot_be_written_keeps_the_price_on_its_way(): void
    {
        $channel = $this->added([
            'driver' => 'file',
            'name' => 'Price list',
            'settings' => ['delivery' => 'folder'],
            'copy_from' => $this->withListing()->channel_id,
        ]);
        File::ensureDirectoryExists(dirname(FolderDelivery::folder($channel->key)));
        File::put(FolderDelivery::folder($channel->key), 'a file stands where the folder should be');
        $feed = $this->send($channel, Listing::query()->where('channel_id', $channel->id)->sole(), 1_980);
        $this->advance($feed);
        $change = PriceChange::query()->sole();
        self::assertSame('sending', $change->state->value);
        self::assertStringContainsString('could not be written', (string) $change->problem);
        File::delete(FolderDelivery::folder($channel->key));
        $this->advance($feed);
        self::assertSame('confirmed', $change->refresh()->state->value);
        File::deleteDirectory(FolderDelivery::folder($channel->key));
    }

    public function test_prices_leave_by_email_under_one_message_id(): void
    {
        config(['mail.default' => 'array']);
        $channel = $this->added([
            'driver' => 'file',
            'name' => 'Depot',
            'settings' => ['delivery' => 'email', 'to' => 'prices@depot.example'],
            'copy_from' => $this->withListing()->channel_id,
        ]);
        $feed = $this->send($channel, Listing::query()->where('channel_id', $channel->id)->sole(), 1_980);
        $this->advance($feed);
        /** @var \Illuminate\Mail\Transport\ArrayTransport $transport */
        $transport = Mail::mailer()->getSymfonyTransport();
        $sent = $transport->messages()->sole()->toString();
        self::assertStringContainsString("Message-ID: <prices-{$feed->id}@wrasse.invalid>", $sent);
        self::assertStringContainsString('To: prices@depot.example', $sent);
        self::assertStringContainsString(
            'KC-1,19.80,EUR,24.90',
            quoted_printable_decode($sent).
                base64_decode((string) preg_replace('/.*\r\n\r\n(?=U0tV)|--.*$/s', '', $sent)),
        );
        self::assertSame('confirmed', PriceChange::query()->sole()->state->value);
    }

    /** Message, headers and retries as the Standard Webhooks specification 1.0.0 says. */
    public function test_prices_leave_as_signed_messages_that_are_repeated_until_they_are_taken(): void
    {
        $made = $this->as()
            ->postJson('/api/v1/channels', [
                'driver' => 'webhook',
                'name' => 'Till',
                'settings' => ['address' => 'https://till.example/prices'],
                'copy_from' => $this->withListing()->channel_id,
            ])
            ->assertCreated();
        $channel = Channel::query()->findOrFail($made['channel']['id']);
        $heard = [];
        Http::fake([
            'till.example/prices' => function (Request $request) use (&$heard, $made) {
                $heard[] = [$request->header('webhook-id')[0], $request->body()];
                self::assertTrue(
                    (new WebhookSignature($made['secret']))->fits(
                        $request->header('webhook-id')[0],
                        $request->header('webhook-timestamp')[0],
                        $request->body(),
                        $request->header('webhook-signature')[0],
                        time(),
                    ),
                );

                return match (count($heard)) {
                    1 => Http::response('', 500),
                    2 => Http::response('', 404),
                    3 => Http::response('', 302, ['Location' => 'https://elsewhere.example']),
                    default => Http::response('', 204),
                };
            },
        ]);
        $feed = $this->send($channel, Listing::query()->where('channel_id', $channel->id)->sole(), 1_980);
        for ($try = 0; $try < 6; $try++) {
            $this->advance($feed, 1);
        }
        self::assertSame('confirmed', PriceChange::query()->sole()->state->value);
        self::assertSame(
            [$feed->id, $feed->id, $feed->id, $feed->id],
            array_column($heard, 0),
            'one id, however often',
        );
        self::assertEquals(
            ['change' => PriceChange::query()->sole()->id, 'sku' => 'KC-1', 'price' => '19.80', 'before' => '24.90'],
            json_decode($heard[3][1], true)['data']['prices'][0],
        );
    }

    public function test_a_webhook_answering_410_is_not_retried(): void
    {
        $channel = $this->added([
            'driver' => 'webhook',
            'name' => 'Till',
            'settings' => ['address' => 'https://till.example/prices'],
            'copy_from' => $this->withListing()->channel_id,
        ]);
        Http::fake(['till.example/prices' => Http::response('', 410)]);
        $this->advance($this->send($channel, Listing::query()->where('channel_id', $channel->id)->sole(), 1_980));
        self::assertSame(
            ['refused', 'Till refused the request (status 410).'],
            [PriceChange::query()->sole()->state->value, (string) PriceChange::query()->sole()->problem],
        );
        Http::assertSentCount(1);
    }

    public function test_our_own_shop_tells_its_listings_takes_prices_and_shows_them(): void
    {
        $product = [
            'sku' => '0101',
            'gtin' => '',
            'title' => 'Crock',
            'brand' => 'Tidewell',
            'category' => 'Crocks',
            'price' => '24.90',
            'stock' => 4,
            'path' => '/p/0101',
        ];
        Http::fake(function (Request $request) use (&$product) {
            if ($request->method() === 'PUT') {
                $product['price'] = $request['prices'][0]['price'];

                return Http::response(['id' => 'list-1']);
            }

            return Http::response(
                match (true) {
                    str_contains($request->url(), 'price-lists') => [
                        'id' => 'list-1',
                        'prices' => [['sku' => '0101', 'price' => '19.80', 'problem' => null]],
                    ],
                    str_contains($request->url(), '/api/days') => [
                        'days' => [['date' => '2026-01-05', 'sku' => '0101', 'price' => '23.90', 'units' => 2]],
                        'next' => null,
                    ],
                    default => ['products' => [$product], 'next' => null],
                },
            );
        });
        $channel = $this->added([
            'driver' => 'shop',
            'name' => 'Own shop',
            'settings' => ['address' => 'http://shop.example', 'token' => 'secret'],
        ]);
        $this->workOff();
        $listing = Listing::query()->where('channel_id', $channel->id)->sole();
        self::assertSame(['0101', 2_490, 4], [$listing->sku, $listing->price_minor, $listing->stock]);
        Product::query()
            ->where('sku', '0101')
            ->update(['cost_minor' => 1_000, 'rrp_minor' => 4_000]);
        $this->advance($this->send($channel, $listing, 1_980), 3);
        self::assertSame(
            ['confirmed', 1_980],
            [PriceChange::query()->sole()->state->value, $listing->refresh()->price_minor],
        );

        // Someone sets another price in the shop itself.
        PriceChange::query()->update(['settled_at' => now()->subHour()]);
        $product = [...$product, 'price' => '21.00', 'stock' => 3];
        Channel::query()->update(['synced_at' => now()->subHour()]);
        $this->artisan('market:refresh')->assertSuccessful();
        $this->workOff();
        self::assertSame([2_100, 3], [$listing->refresh()->price_minor, $listing->stock]);
    }

    public function test_the_circuit_opens_after_repeated_failures_and_probes_with_one_call(): void
    {
        $calls = 0;
        Http::fake([
            'quayside.test/v1/feeds' => function () use (&$calls) {
                $calls++;

                return Http::response(['error' => 'maintenance'], 503);
            },
        ]);
        $listing = $this->withListing();
        $feed = $this->send($this->channel, $listing, 1_980);
        $other = $this->send($this->channel, $this->listing('KC-9'), 1_970);
        $this->advance($feed, 4);
        self::assertSame([4, 4], [$calls, $this->channel->refresh()->failures]);
        self::assertTrue($this->channel->isCircuitOpen());
        $this->advance($other, 1, afterRest: false);
        self::assertSame(4, $calls, 'nobody calls while it rests');

        Channel::query()->update(['quiet_until' => now()->subSecond()]);
        $this->advance($feed, 1, afterRest: false);
        self::assertSame(5, $calls);
        $this->advance($other, 1, afterRest: false);
        self::assertSame(5, $calls, 'it failed again, so that it rests longer');
        self::assertEqualsWithDelta(10, now()->diffInSeconds($this->channel->refresh()->quiet_until), 1.5);
        self::assertSame(
            'sending',
            PriceChange::query()->where('listing_id', $listing->id)->sole()->state->value,
            'no price is lost',
        );
    }

    public function test_wrong_connections_are_refused_at_their_field(): void
    {
        $this->refused(['driver' => 'webhook', 'settings' => ['address' => 'ftp://till.example']], 'settings.address');
        $this->refused(['driver' => 'webhook', 'settings' => []], 'settings');
        $this->refused(['driver' => 'webhook', 'settings' => 'https://till.example'], 'settings');
        $this->refused(
            ['driver' => 'webhook', 'settings' => ['address' => ['https://till.example']]],
            'settings.address',
        );
        $this->refused(['driver' => 'file', 'settings' => ['delivery' => 'email', 'to' => 'nobody']], 'settings.to');
        $this->refused(['driver' => 'file', 'settings' => ['delivery' => 'pigeon']], 'settings.delivery');
        $sftp = [
            'delivery' => 'sftp',
            'host' => 'a b',
            'user' => 'u',
            'password' => 'p',
            'folder' => '../etc',
            'fingerprint' => 'aa:bb',
        ];
        $this->refused(['driver' => 'file', 'settings' => $sftp], 'settings.folder', 'settings.fingerprint');
        $this->refused(
            ['driver' => 'file', 'settings' => [...$sftp, 'folder' => '', 'fingerprint' => self::FINGERPRINT]],
            'settings.host',
        );
        $this->refused(['driver' => 'file', 'name' => 'Quayside', 'settings' => ['delivery' => 'folder']], 'name');
        $this->refused(['driver' => 'dragon', 'settings' => ['delivery' => 'folder']], 'driver');
        [$other, , $theirs] = $this->makeWorkspace('Another', 'other@another.example');
        self::assertNotSame($other->id, $this->workspace->id);
        $this->refused(
            ['driver' => 'file', 'settings' => ['delivery' => 'folder'], 'copy_from' => $theirs->id],
            'copy_from',
        );
        config(['channels.allowed_subnets' => []]);
        foreach (
            [
                'http://127.0.0.1:5432',
                'http://169.254.169.254/latest',
                'http://[::1]/',
                'http://10.0.0.7',
                'http://till.example',
            ] as $inside
        ) {
            $this->refused(['driver' => 'webhook', 'settings' => ['address' => $inside]], 'settings.address');
        }
        self::assertSame(1, Channel::query()->count());
    }

    public function test_secrets_are_never_returned_and_kept_while_the_server_stays(): void
    {
        $settings = [
            'delivery' => 'sftp',
            'host' => 'sftp.depot.example',
            'user' => 'kettle',
            'fingerprint' => self::FINGERPRINT,
        ];
        $channel = $this->added([
            'driver' => 'file',
            'name' => 'Depot',
            'settings' => [...$settings, 'password' => 'hush-hush'],
        ]);
        $this->change($channel, [...$settings, 'user' => 'crock', 'host' => 'SFTP.depot.example.'])
            ->assertOk()
            ->assertJsonPath('secret', null);
        self::assertSame(
            ['crock', 'sftp.depot.example', ['password' => 'hush-hush']],
            [$channel->refresh()->settings['user'], $channel->settings['host'], $channel->secrets],
        );
        self::assertStringNotContainsString(
            'hush-hush',
            (string) $this->as()->getJson('/api/v1/channels')->assertOk()->getContent(),
        );
        self::assertStringNotContainsString('hush-hush', (string) $channel->getRawOriginal('secrets'));
        [, $other] = $this->makeWorkspace('Another', 'other@another.example');
        $this->actingAs($other)
            ->putJson("/api/v1/channels/{$channel->id}/connection", ['settings' => ['delivery' => 'folder']])
            ->assertNotFound();
        $this->actingAs($other)
            ->postJson("/api/v1/channels/{$channel->id}/try")
            ->assertNotFound();
    }

    public function test_a_channel_has_a_country_and_a_currency_of_its_own(): void
    {
        $swiss = ['driver' => 'file', 'settings' => ['delivery' => 'folder'], 'currency' => 'CHF', 'country' => 'CH'];
        $channel = $this->added([...$swiss, 'name' => 'Bern']);
        self::assertSame(['CHF', 'CH', null], [$channel->currency, $channel->country, $channel->language]);
        $this->as()
            ->patchJson("/api/v1/channels/{$channel->id}", ['language' => 'fr-CH'])
            ->assertOk()
            ->assertJson(['currency' => 'CHF', 'country' => 'CH', 'language' => 'fr-CH']);
        foreach (
            [
                ['currency', 'XXA', 'expected_currency'],
                ['country', 'UK', 'expected_country'],
                ['language', 'French', 'expected_language'],
                // Prices in euros are none in francs.
                ['copy_from', $this->channel->id, 'copy_other_currency'],
            ] as [$field, $value, $code]
        ) {
            $this->as()
                ->postJson('/api/v1/channels', [...$swiss, 'name' => 'Basel', $field => $value])
                ->assertUnprocessable()
                ->assertJsonPath("messages.errors.{$field}.0.code", $code);
        }
        $this->listing('KC-1', ['channel_id' => $channel->id]);
        $this->listing('KC-2');
        $this->as()->getJson('/api/v1/listings?country=CH')->assertOk()->assertJsonPath('listings.*.sku', ['KC-1']);
        $this->as()->getJson('/api/v1/listings?country=AT')->assertOk()->assertJsonCount(0, 'listings');
    }

    public function test_two_people_changing_a_connection_do_not_overwrite_each_other(): void
    {
        $channel = $this->added(['driver' => 'file', 'name' => 'Depot', 'settings' => ['delivery' => 'folder']]);
        $seen = $channel->revision;
        $mine = ['settings' => ['delivery' => 'email', 'to' => 'prices@depot.example'], 'revision' => $seen];
        $theirs = ['settings' => ['delivery' => 'email', 'to' => 'lists@depot.example'], 'revision' => $seen];
        $address = "/api/v1/channels/{$channel->id}/connection";
        $this->as()->putJson($address, $theirs)->assertOk();
        $this->as()->putJson($address, $mine)->assertConflict()->assertJsonPath('messages.detail.code', 'conflict_saved');
        self::assertSame('lists@depot.example', $channel->refresh()->settings['to']);
        $this->as()->putJson($address, [...$mine, 'revision' => $channel->revision])->assertOk();
        self::assertSame('prices@depot.example', $channel->refresh()->settings['to']);
    }

    /** @return array<string, array{array<string, string>}> another server, or another way there */
    public static function otherServers(): array
    {
        return [
            'host' => [['host' => 'files.elsewhere.example']],
            'port' => [['port' => '2222']],
        ];
    }

    /** @param  array<string, string>  $change */
    #[DataProvider('otherServers')]
    public function test_changing_the_server_requires_the_secret_again(array $change): void
    {
        $settings = [
            'delivery' => 'sftp',
            'host' => 'sftp.depot.example',
            'user' => 'kettle',
            'fingerprint' => self::FINGERPRINT,
        ];
        $channel = $this->added([
            'driver' => 'file',
            'name' => 'Depot',
            'settings' => [...$settings, 'password' => 'hush-hush'],
        ]);
        $this->change($channel, [...$settings, ...$change])
            ->assertUnprocessable()
            ->assertJsonStructure(['errors' => ['settings.password']]);
        self::assertSame('sftp.depot.example', $channel->refresh()->settings['host']);
        $this->change($channel, [...$settings, ...$change, 'password' => 'new-one'])->assertOk();
        self::assertSame(['password' => 'new-one'], $channel->refresh()->secrets);
    }

    public function test_a_token_and_the_secret_for_signing_belong_to_their_origin(): void
    {
        $first = $this->channel->webhook_secret;
        $this->change($this->channel, ['address' => 'http://quayside.test/other/path', 'seller' => 'kettle-crock'])
            ->assertOk()
            ->assertJsonPath('secret', null);
        foreach (['http://elsewhere.test', 'http://quayside.test:8080', 'https://quayside.test'] as $address) {
            $this->change($this->channel, ['address' => $address, 'seller' => 'kettle-crock'])
                ->assertUnprocessable()
                ->assertJsonStructure(['errors' => ['settings.token']]);
        }
        self::assertSame(
            [['token' => 'secret'], $first],
            [$this->channel->refresh()->secrets, $this->channel->webhook_secret],
        );
        $secret = $this->change($this->channel, [
            'address' => 'http://elsewhere.test',
            'seller' => 'kettle-crock',
            'token' => 'fresh',
        ])
            ->assertOk()
            ->json('secret');
        self::assertSame(
            [['token' => 'fresh'], $secret],
            [$this->channel->refresh()->secrets, $this->channel->webhook_secret],
        );
        self::assertNotSame($first, $secret);
    }

    public function test_response_bodies_of_other_servers_are_not_echoed(): void
    {
        $channel = $this->added([
            'driver' => 'webhook',
            'name' => 'Till',
            'settings' => ['address' => 'https://till.example/prices'],
        ]);
        Http::fake(['till.example/prices' => Http::response(['error' => 'internal-token-4711'], 500)]);
        $said = $this->as()
            ->postJson("/api/v1/channels/{$channel->id}/try")
            ->assertOk()
            ->json('message.text');
        self::assertSame('Till is out of order (status 500).', $said);
    }

    /**
     * @param  array<string, mixed>  $given
     */
    private function refused(array $given, string ...$fields): void
    {
        $this->as()
            ->postJson('/api/v1/channels', ['name' => 'New one', ...$given])
            ->assertUnprocessable()
            ->assertJsonStructure(['errors' => $fields]);
    }

    /** @param  array<string, string>  $settings */
    private function change(Channel $channel, array $settings): TestResponse
    {
        return $this->as()->putJson("/api/v1/channels/{$channel->id}/connection", ['settings' => $settings]);
    }

    private function withListing(): Listing
    {
        return $this->listing('KC-1', ['floor_minor' => 1_000, 'ceiling_minor' => 4_000]);
    }

    /** @param  array<string, mixed>  $given */
    private function added(array $given): Channel
    {
        return Channel::query()->findOrFail(
            $this->as()->postJson('/api/v1/channels', $given)->assertCreated()->json('channel.id'),
        );
    }

    private function send(Channel $channel, Listing $listing, int $price): Feed
    {
        app(SetPrices::class)->set(
            $this->workspace,
            [$listing->id => $price],
            HandPriceTerm::usual($this->workspace),
            $this->user->id,
        );

        return app(ClaimQueuedChanges::class)->handle($channel->refresh())[0] ??
            throw new \LogicException('Nothing was waiting.');
    }

    private function advance(Feed $feed, int $steps = 3, bool $afterRest = true): void
    {
        for ($step = 0; $step < $steps; $step++) {
            if ($afterRest) {
                Channel::query()->update(['quiet_until' => null]);
            }
            Feed::query()
                ->whereKey($feed->id)
                ->update(['due_at' => now()->subSecond()]);
            $feed->refresh()->state === FeedState::Sending
                ? app(SendFeed::class)->handle($feed->id)
                : app(ConfirmFeeds::class)->handle(Channel::query()->findOrFail($feed->channel_id));
        }
    }

    private function as(): static
    {
        $this->enter($this->workspace);

        return $this->actingAs($this->user);
    }
}
