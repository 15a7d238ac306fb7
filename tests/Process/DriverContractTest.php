<?php

declare(strict_types=1);

namespace Tests\Process;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\Connection;
use App\Channels\Driver;
use App\Channels\DriverRegistry;
use App\Channels\Ports\AccountSource;
use App\Channels\Ports\CatalogueItem;
use App\Channels\Ports\CatalogueSearch;
use App\Channels\Ports\ChangePush;
use App\Channels\Ports\ChangeQueue;
use App\Channels\Ports\HistorySource;
use App\Channels\Ports\ItemChange;
use App\Channels\Ports\ListingSource;
use App\Channels\Ports\OfferSource;
use App\Channels\Ports\OrderSource;
use App\Channels\Ports\PricePublisher;
use App\Channels\Ports\PriceUpdate;
use App\Channels\Ports\SourceListing;
use App\Channels\Ports\StockPublisher;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Str;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;
use Throwable;
use Wrasse\Core\Document\OfferReader;
use Wrasse\Core\Money\Currency;

/**
 * What every driver promises by the ports it implements, tried against the real other side. A new driver needs a line
 * in drivers() and no test.
 */
final class DriverContractTest extends TestCase
{
    private static ?Process $receiver = null;

    /** @return array<string, array{string}> */
    public static function drivers(): array
    {
        return [
            'Quayside' => ['quayside'],
            'Fennmarkt' => ['fennmarkt'],
            'own shop' => ['shop'],
            'files in a folder' => ['file'],
            'messages' => ['webhook'],
        ];
    }

    public function createApplication()
    {
        $app = require __DIR__.'/../../bootstrap/app.php';
        $app->make(\Illuminate\Contracts\Console\Kernel::class)->bootstrap();

        return $app;
    }

    public static function tearDownAfterClass(): void
    {
        self::$receiver?->stop();
        self::$receiver = null;
    }

    public function test_every_driver_is_tried(): void
    {
        self::assertEqualsCanonicalizing(
            array_map(fn (string $driver) => $driver::name(), DriverRegistry::ALL),
            array_column(self::drivers(), 0),
        );
    }

    #[DataProvider('drivers')]
    public function test_describes_itself(string $name): void
    {
        $driver = DriverRegistry::named($name);
        self::assertNotSame('', (string) $driver::label());
        self::assertNotSame('', (string) $driver::destination($this->connection($name)));
        $names = array_map(fn ($field) => $field->name, $driver::fields());
        self::assertSame($names, array_unique($names));
    }

    #[DataProvider('drivers')]
    public function test_says_that_it_can_be_reached(string $name): void
    {
        self::assertNotSame('', (string) $this->driver($name)->check());
    }

    #[DataProvider('drivers')]
    public function test_tells_the_currency_of_the_account(string $name): void
    {
        $account = $this->port($name, AccountSource::class);
        self::assertSame($this->connection($name)->currency, $account->accountCurrency());
    }

    #[DataProvider('drivers')]
    public function test_lists_every_listing_once_page_by_page(string $name): void
    {
        $source = $this->port($name, ListingSource::class);
        $skus = [];
        $cursor = null;
        do {
            $page = $source->listings($cursor);
            array_push($skus, ...array_map(fn (SourceListing $listing) => $listing->sku, $page->listings));
            foreach ($page->listings as $listing) {
                self::assertGreaterThan(0, Currency::of('EUR')->parse($listing->price));
                self::assertContains($listing->condition, ['new', 'used', 'refurbished']);
                self::assertContains($listing->fulfilment, ['merchant', 'marketplace']);
            }
            $total = $page->total ?? count($skus);
            $again = $page->next === null ? null : $source->listings($page->next);
            self::assertEquals(
                $again,
                $page->next === null ? null : $source->listings($page->next),
                'a cursor can be used again',
            );
            $cursor = $page->next;
        } while ($cursor !== null);
        self::assertGreaterThan(200, count($skus), 'more than a page');
        self::assertSame($skus, array_values(array_unique($skus)));
        self::assertGreaterThanOrEqual(count($skus), $total);
    }

    #[DataProvider('drivers')]
    public function test_shows_offers_that_the_core_can_read_on_all_items_it_is_asked_about(string $name): void
    {
        $source = $this->port($name, OfferSource::class);
        $items = array_map(
            fn (SourceListing $listing) => $listing->item,
            array_slice($this->port($name, ListingSource::class)->listings(null)->listings, 0, $source::itemsPerCall()),
        );
        $offers = $source->offers($items);
        self::assertEqualsCanonicalizing($items, array_map(strval(...), array_keys($offers)));
        $reader = new OfferReader(Currency::of('EUR'));
        foreach (array_merge(...array_values($offers)) as $offer) {
            self::assertIsArray($offer);
            self::assertIsString($offer['name']);
            self::assertTrue($reader->canRead(array_diff_key($offer, ['name' => 1])), (string) json_encode($offer));
        }
        self::assertContains(
            'kettle-crock',
            array_column(array_merge(...array_values($offers)), 'seller'),
            'ours is among them',
        );
        self::assertContains(true, array_column(array_merge(...array_values($offers)), 'buy_box'));
        self::assertSame([], $source->offers(['no-such-item'])['no-such-item'] ?? []);
    }

    #[DataProvider('drivers')]
    public function test_finds_an_entry_of_the_catalogue_by_its_title(string $name): void
    {
        $catalogue = $this->port($name, CatalogueSearch::class);
        $listing = $this->port($name, ListingSource::class)->listings(null)->listings[0];
        $found = $catalogue->searchCatalogue($listing->title);
        self::assertContains($listing->item, array_map(fn (CatalogueItem $item) => $item->item, $found));
        foreach ($found as $item) {
            self::assertSame($item->price === null, $item->sellers === 0);
            self::assertTrue($item->price === null || Currency::of('EUR')->parse($item->price) > 0);
        }
        self::assertSame([], $catalogue->searchCatalogue('zeppelin'));
    }

    #[DataProvider('drivers')]
    public function test_shows_the_stock_that_it_was_told_and_takes_the_same_twice(string $name): void
    {
        $stocks = $this->port($name, StockPublisher::class);
        $known = array_slice($this->port($name, ListingSource::class)->listings(null)->listings, 0, 2);
        $told = [$known[0]->sku => 0, $known[1]->sku => 41];
        $stocks->setStocks($told);
        $stocks->setStocks($told);
        self::assertEquals($told, $stocks->shownStocks([...array_map(strval(...), array_keys($told)), 'KC-0000']));
        $stocks->setStocks([$known[0]->sku => $known[0]->stock ?? 5, $known[1]->sku => $known[1]->stock ?? 5]);
    }

    #[DataProvider('drivers')]
    public function test_tells_orders_from_a_cursor_on(string $name): void
    {
        $source = $this->port($name, OrderSource::class);
        $page = $source->orders(null);
        while ($page->orders !== []) {
            foreach ($page->orders as $order) {
                self::assertGreaterThan(0, $order->units);
                self::assertGreaterThan(0, Currency::of('EUR')->parse($order->price));
                self::assertNotFalse(strtotime($order->at));
            }
            $cursor = $page->cursor;
            $page = $source->orders($cursor);
        }
        self::assertSame([], $source->orders($page->cursor)->orders, 'nothing is told twice');
    }

    #[DataProvider('drivers')]
    public function test_reports_past_days_of_one_listing_after_the_other(string $name): void
    {
        $source = $this->port($name, HistorySource::class);
        $page = $source->history(null);
        self::assertNotNull($page->next);
        $last = [];
        foreach ($page->days as $day) {
            self::assertGreaterThan(0, Currency::of('EUR')->parse($day->price));
            self::assertGreaterThan($last[$day->sku] ?? '', $day->date, 'the oldest day first');
            self::assertContains(array_key_last($last), [
                null,
                $day->sku,
                ...isset($last[$day->sku]) ? [] : [array_key_last($last)],
            ]);
            $last[$day->sku] = $day->date;
        }
        self::assertSame(
            [],
            array_intersect_key($last, array_flip(array_column($source->history($page->next)->days, 'sku'))),
            'the next page is about other listings',
        );
    }

    #[DataProvider('drivers')]
    public function test_takes_prices_once_under_one_key_and_shows_them(string $name): void
    {
        $publisher = $this->port($name, PricePublisher::class);
        [$sku, $price] = $this->listing($name, 0);
        $key = (string) Str::uuid7();
        $first = $publisher->submit($key, [$this->update($sku, $price)]);
        self::assertNull($this->results($publisher, $first->reference, $sku));
        $other = $publisher->submit((string) Str::uuid7(), [$this->update($sku, $this->moved($price, 1))]);
        self::assertNull($this->results($publisher, $other->reference, $sku));
        self::assertSame(
            $first->reference,
            $publisher->submit($key, [$this->update($sku, $price)])->reference,
            'sent again it is the same',
        );
        $shown = $publisher->shownPrices([$sku, 'no-such-sku']);
        self::assertContains($shown, [null, [$sku => $this->moved($price, 1)]], 'and does not undo what came after it');
    }

    #[DataProvider('drivers')]
    public function test_says_why_a_price_was_not_taken(string $name): void
    {
        $publisher = $this->port($name, PricePublisher::class);
        [$sku, $price] = $this->listing($name, 1);
        $submission = $publisher->submit((string) Str::uuid7(), [
            $this->update($sku, $price),
            $this->update('no-such-sku', $price),
        ]);
        $results =
            $submission->results ??
            $this->wait(fn () => $publisher->results($submission->reference, [$sku, 'no-such-sku']));
        self::assertNull($results[$sku]);
        if ($publisher->shownPrices([$sku]) === null) {
            self::assertNull($results['no-such-sku'], 'nobody reads files and messages back');
        } else {
            self::assertStringContainsString('no such SKU', (string) $results['no-such-sku']);
        }
    }

    #[DataProvider('drivers')]
    public function test_a_withdrawn_submission_is_refused_when_it_arrives_late(string $name): void
    {
        $publisher = $this->port($name, PricePublisher::class);
        [$sku, $price] = $this->listing($name, 2);
        $key = (string) Str::uuid7();
        self::assertNull($publisher->takeBack($key));
        self::assertNull($publisher->takeBack($key), 'twice is once');
        $before = $publisher->shownPrices([$sku]);
        if ($before !== null) {
            $late = $this->problem(fn () => $publisher->submit($key, [$this->update($sku, $this->moved($price, 7))]));
            self::assertInstanceOf(ChannelRefused::class, $late);
            self::assertSame($before, $publisher->shownPrices([$sku]));
        }
        $done = $publisher->submit((string) ($second = Str::uuid7()), [$this->update($sku, $price)]);
        $this->results($publisher, $done->reference, $sku);
        self::assertContains(
            $publisher->takeBack((string) $second),
            $name === 'webhook' ? [null] : [$done->reference],
            'too late: it is told where it is found',
        );
    }

    #[DataProvider('drivers')]
    public function test_change_messages_wait_until_acknowledged(string $name): void
    {
        $queue = $this->port($name, ChangeQueue::class);
        while (($old = $queue->fetch()) !== []) {
            $queue->acknowledge($old);
        }
        $item = $this->moveRival($name);
        $of = fn (ItemChange $change) => $change->item === $item;
        $first = array_values(array_filter($queue->fetch(), $of));
        self::assertCount(1, $first);
        self::assertEquals(
            $first,
            array_values(array_filter($queue->fetch(), $of)),
            'it comes again, under the same id',
        );
        $this->moveRival($name);
        $queue->acknowledge($first);
        self::assertCount(1, array_filter($queue->fetch(), $of), 'what changed after it was fetched is told anew');
    }

    #[DataProvider('drivers')]
    public function test_accepts_only_notifications_signed_by_its_channel(string $name): void
    {
        $driver = $this->driver($name);
        if (! ($driver instanceof ChangePush)) {
            self::markTestSkipped("{$name} sends no word.");
        }
        $this->expectException(\App\Channels\Ports\UntrustedMessage::class);
        $driver::read(
            ['webhook-id' => 'a', 'webhook-timestamp' => (string) time(), 'webhook-signature' => 'v1,AAAA'],
            '{}',
            'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw',
            time(),
        );
    }

    #[DataProvider('drivers')]
    public function test_an_unreachable_server_is_retryable_and_a_wrong_token_is_not(string $name): void
    {
        if ($name === 'file') {
            self::markTestSkipped('A folder is always there.');
        }
        self::assertInstanceOf(
            ChannelUnavailable::class,
            $this->problem(fn () => $this->driver($name, ['address' => 'http://127.0.0.1:9'])->check()),
        );
        self::assertInstanceOf(
            ChannelUnavailable::class,
            $this->problem(fn () => $this->driver($name, ['address' => 'http://no-such-name.invalid'])->check()),
        );
        self::assertInstanceOf(
            ChannelRefused::class,
            $this->problem(fn () => $this->driver($name, ['address' => 'http://10.255.255.1'])->check()),
            'nothing is sent into this network',
        );
        if ($name !== 'webhook') {
            self::assertInstanceOf(
                ChannelRefused::class,
                $this->problem(fn () => $this->driver($name, token: 'wrong')->check()),
            );
        }
    }

    /**
     * @template T of object
     *
     * @param  class-string<T>  $port
     * @return T
     */
    private function port(string $name, string $port): object
    {
        $driver = $this->driver($name);

        return $driver instanceof $port
            ? $driver
            : self::markTestSkipped("{$name} has no ".class_basename($port).'.');
    }

    /** @param  array<string, string>  $settings */
    private function driver(string $name, array $settings = [], ?string $token = null): Driver
    {
        return app(DriverRegistry::class)->make($name, $this->connection($name, $settings, $token));
    }

    /** @param  array<string, string>  $settings */
    private function connection(string $name, array $settings = [], ?string $token = null): Connection
    {
        $address = $name === 'webhook' ? self::receiver() : (string) config("markets.{$name}");

        return new Connection(
            '01900000-0000-7000-8000-000000000000',
            $name,
            'EUR',
            ['address' => $address, 'delivery' => 'folder', 'seller' => 'kettle-crock', ...$settings],
            ['token' => $token ?? (string) config('markets.token')],
            'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw',
        );
    }

    /** Something that takes messages. */
    private static function receiver(): string
    {
        if (self::$receiver === null) {
            $script = sys_get_temp_dir().'/receiver-'.getmypid().'.php';
            file_put_contents($script, '<?php http_response_code(204);');
            self::$receiver = new Process(['php', '-S', '127.0.0.1:8598', $script]);
            self::$receiver->start();
            retry(50, fn () => fsockopen('127.0.0.1', 8598) ?: throw new \RuntimeException('not yet'), 100);
        }

        return 'http://127.0.0.1:8598';
    }

    /** @return array{string, string} SKU and price of one of our listings */
    private function listing(string $name, int $nth): array
    {
        $driver = $this->driver($name);
        if (! ($driver instanceof ListingSource)) {
            return ['KC-1', '24.90'];
        }
        $listing = $driver->listings(null)->listings[$nth];

        return [$listing->sku, $listing->price];
    }

    private function update(string $sku, string $price): PriceUpdate
    {
        return new PriceUpdate(1, $sku, $price, $price, 'EUR', 'Crock', null);
    }

    private function moved(string $price, int $cents): string
    {
        $currency = Currency::of('EUR');

        return $currency->format($currency->parse($price) + $cents);
    }

    private function results(PricePublisher $publisher, string $reference, string $sku): ?string
    {
        return $this->wait(fn () => $publisher->results($reference, [$sku]))[$sku];
    }

    /**
     * @template T
     *
     * @param  callable(): (T|null)  $ask
     * @return T
     */
    private function wait(callable $ask): mixed
    {
        return retry(50, fn () => $ask() ?? throw new \RuntimeException('It is not done.'), 100);
    }

    private function problem(callable $call): ?Throwable
    {
        try {
            $call();

            return null;
        } catch (Throwable $e) {
            return $e;
        }
    }

    /** @return string the item whose offers have changed */
    private function moveRival(string $name): string
    {
        $offers = $this->port($name, OfferSource::class);
        foreach ($this->port($name, ListingSource::class)->listings(null)->listings as $listing) {
            foreach ($offers->offers([$listing->item])[$listing->item] as $offer) {
                if ($offer['seller'] !== 'kettle-crock') {
                    $price = Currency::of('EUR')->parse($offer['price']) + 1;
                    Http::withToken('control-'.config('markets.token'))
                        ->put(config("markets.{$name}").'/control/offer', [
                            'item' => $listing->item,
                            'seller' => $offer['seller'],
                            'price' => $price,
                        ])
                        ->throw();

                    return $listing->item;
                }
            }
        }
        self::fail('There are no rivals.');
    }
}
