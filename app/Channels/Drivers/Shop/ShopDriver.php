<?php

declare(strict_types=1);

namespace App\Channels\Drivers\Shop;

use App\Channels\Connection;
use App\Channels\ConnectionField;
use App\Channels\Driver;
use App\Channels\FieldType;
use App\Channels\Outgoing\ChannelClient;
use App\Channels\Outgoing\OutgoingHttp;
use App\Channels\Ports\HistoryPage;
use App\Channels\Ports\HistorySource;
use App\Channels\Ports\ListingPage;
use App\Channels\Ports\ListingSource;
use App\Channels\Ports\OrderPage;
use App\Channels\Ports\OrderSource;
use App\Channels\Ports\PastDay;
use App\Channels\Ports\PricePublisher;
use App\Channels\Ports\PriceUpdate;
use App\Channels\Ports\SourceListing;
use App\Channels\Ports\SourceOrder;
use App\Channels\Ports\StockPublisher;
use App\Channels\Ports\Submission;
use App\Support\Messages\Message;
use Illuminate\Http\Client\PendingRequest;

/** A seller's own web shop (docs/channels.md): it takes prices at once, as lists, and says what it thinks of each. */
final readonly class ShopDriver implements Driver, HistorySource, ListingSource, OrderSource, PricePublisher, StockPublisher
{
    private const SKUS_PER_CALL = 100;

    private ChannelClient $client;

    public function __construct(Connection $connection, OutgoingHttp $http)
    {
        $this->client = ChannelClient::withToken($http, $connection);
    }

    public static function name(): string
    {
        return 'shop';
    }

    public static function label(): Message
    {
        return Message::of('driver_shop');
    }

    public static function fields(): array
    {
        return [
            new ConnectionField(
                'address',
                Message::of('setting_api_address'),
                FieldType::Address,
                placeholder: 'https://',
            ),
            new ConnectionField('token', Message::of('setting_token'), FieldType::Secret),
        ];
    }

    public static function destination(Connection $connection): Message
    {
        return Message::quoting($connection->setting('address'));
    }

    public function check(): Message
    {
        return Message::of('tried_first_page', listings: count($this->listings(null)->listings));
    }

    public function listings(?string $cursor): ListingPage
    {
        $answer = $this->client->get('/api/products', ['after' => $cursor ?? '']);
        $rows = $this->client->rows($answer, 'products', ['sku', 'title', 'price', 'stock', 'path']);
        $listings = array_map(
            fn (array $row) => new SourceListing(
                (string) $row['sku'],
                (string) $row['path'],
                (string) $row['title'],
                $row['brand'] ?? null,
                $row['category'] ?? null,
                $row['gtin'] ?? null,
                (string) $row['price'],
                shipping: '0.00',
                condition: 'new',
                fulfilment: 'merchant',
                stock: $row['stock'] === null ? null : (int) $row['stock'],
            ),
            $rows,
        );

        return new ListingPage(
            $listings,
            is_string($answer['next'] ?? null) ? $answer['next'] : null,
            is_int($answer['total'] ?? null) ? $answer['total'] : null,
        );
    }

    public function orders(?string $cursor): OrderPage
    {
        $rows = $this->client->rows($this->client->get('/api/orders', ['after' => $cursor ?? '0']), 'orders', [
            'id',
            'sku',
            'units',
            'price',
            'at',
        ]);
        $orders = array_map(
            fn (array $row) => new SourceOrder(
                (string) $row['sku'],
                (int) $row['units'],
                (string) $row['price'],
                (string) $row['at'],
            ),
            $rows,
        );

        return new OrderPage($orders, $rows === [] ? $cursor : (string) max(array_column($rows, 'id')));
    }

    public function history(?string $cursor): HistoryPage
    {
        $answer = $this->client->get('/api/days', ['after' => $cursor ?? '']);
        $days = array_map(
            fn (array $row) => new PastDay(
                (string) $row['date'],
                (string) $row['sku'],
                (string) $row['price'],
                inStock: true,
                units: (int) $row['units'],
                offers: [],
            ),
            $this->client->rows($answer, 'days', ['date', 'sku', 'price', 'units']),
        );

        return new HistoryPage($days, is_string($answer['next'] ?? null) ? $answer['next'] : null);
    }

    public function submit(string $key, array $updates): Submission
    {
        $prices = array_map(fn (PriceUpdate $update) => ['sku' => $update->sku, 'price' => $update->price], $updates);
        $answer = $this->client->json(
            fn (PendingRequest $request) => $request->put('/api/price-lists/'.rawurlencode($key), [
                'prices' => $prices,
            ]),
        );

        return new Submission((string) ($answer['id'] ?? $key));
    }

    public function takeBack(string $key): ?string
    {
        $answer = $this->client->json(
            fn (PendingRequest $request) => $request->delete('/api/price-lists/'.rawurlencode($key)),
        );

        return match ($answer['status'] ?? null) {
            'cancelled' => null,
            'set' => (string) ($answer['id'] ?? $key),
            default => throw $this->client->unreadable(),
        };
    }

    public function results(string $reference, array $skus): array
    {
        $answer = $this->client->get('/api/price-lists/'.rawurlencode($reference));

        /** @var array<string, string|null> */
        return array_column($this->client->rows($answer, 'prices', ['sku', 'problem']), 'problem', 'sku');
    }

    public function shownPrices(array $skus): array
    {
        $shown = [];
        foreach (array_chunk($skus, self::SKUS_PER_CALL) as $some) {
            $rows = $this->client->rows($this->client->get('/api/products', ['skus' => implode(',', $some)]), 'products', [
                'sku',
                'price',
            ]);
            $shown = array_replace($shown, array_column($rows, 'price', 'sku'));
        }

        return $shown;
    }

    public static function stocksPerCall(): int
    {
        return self::SKUS_PER_CALL;
    }

    public function setStocks(array $stocks): void
    {
        $lines = array_map(fn (string $sku, int $stock): array => ['sku' => $sku, 'stock' => $stock], array_map(strval(...), array_keys($stocks)), $stocks);
        $this->client->json(fn (PendingRequest $request) => $request->put('/api/stocks', ['stocks' => $lines]));
    }

    public function shownStocks(array $skus): array
    {
        $rows = $this->client->rows($this->client->get('/api/products', ['skus' => implode(',', $skus)]), 'products', ['sku', 'stock']);

        return array_map(intval(...), array_column($rows, 'stock', 'sku'));
    }
}
