<?php

declare(strict_types=1);

namespace App\Channels\Drivers\Quayside;

use App\Channels\ChannelUnavailable;
use App\Channels\Connection;
use App\Channels\ConnectionField;
use App\Channels\Driver;
use App\Channels\FieldType;
use App\Channels\Outgoing\ChannelClient;
use App\Channels\Outgoing\OutgoingHttp;
use App\Channels\Ports\AccountSource;
use App\Channels\Ports\CatalogueItem;
use App\Channels\Ports\CatalogueSearch;
use App\Channels\Ports\ChangePush;
use App\Channels\Ports\HistoryPage;
use App\Channels\Ports\HistorySource;
use App\Channels\Ports\ItemChange;
use App\Channels\Ports\ListingPage;
use App\Channels\Ports\ListingSource;
use App\Channels\Ports\OfferSource;
use App\Channels\Ports\OrderPage;
use App\Channels\Ports\OrderSource;
use App\Channels\Ports\PastDay;
use App\Channels\Ports\PricePublisher;
use App\Channels\Ports\PriceUpdate;
use App\Channels\Ports\SourceListing;
use App\Channels\Ports\SourceOrder;
use App\Channels\Ports\StockPublisher;
use App\Channels\Ports\Submission;
use App\Channels\Ports\UntrustedMessage;
use App\Channels\WebhookSignature;
use App\Support\Messages\Message;
use Illuminate\Http\Client\PendingRequest;
use SensitiveParameter;

/**
 * Quayside's seller interface (docs/marketplace.md): pages by SKU, prices as feeds that are worked through later, word
 * of changes sent to us.
 */
final readonly class QuaysideDriver implements AccountSource, CatalogueSearch, ChangePush, Driver, HistorySource, ListingSource, OfferSource, OrderSource, PricePublisher, StockPublisher
{
    private const SKUS_PER_CALL = 100;

    private ChannelClient $client;

    public function __construct(private Connection $connection, OutgoingHttp $http)
    {
        $this->client = ChannelClient::withToken($http, $connection);
    }

    public static function name(): string
    {
        return 'quayside';
    }

    public static function label(): Message
    {
        return Message::of('driver_quayside');
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
            new ConnectionField('seller', Message::of('setting_seller')),
        ];
    }

    public static function destination(Connection $connection): Message
    {
        return Message::quoting($connection->setting('address'));
    }

    public static function itemsPerCall(): int
    {
        return 20;
    }

    public function check(): Message
    {
        return Message::of('tried_first_page', listings: count($this->listings(null)->listings));
    }

    public function accountCurrency(): string
    {
        $currency = $this->client->get('/v1/account')['currency'] ?? null;

        return is_string($currency) ? $currency : throw $this->client->unreadable();
    }

    public function listings(?string $cursor): ListingPage
    {
        $answer = $this->client->get('/v1/listings', ['after' => $cursor ?? '']);
        $rows = $this->client->rows($answer, 'listings', [
            'sku',
            'item',
            'title',
            'price',
            'shipping',
            'condition',
            'fulfilment',
            'stock',
        ]);
        $listings = array_map(
            fn (array $row) => new SourceListing(
                (string) $row['sku'],
                (string) $row['item'],
                (string) $row['title'],
                $row['brand'] ?? null,
                $row['category'] ?? null,
                $row['gtin'] ?? null,
                (string) $row['price'],
                (string) $row['shipping'],
                (string) $row['condition'],
                (string) $row['fulfilment'],
                $row['stock'] === null ? null : (int) $row['stock'],
            ),
            $rows,
        );

        return new ListingPage(
            $listings,
            is_string($answer['next'] ?? null) ? $answer['next'] : null,
            is_int($answer['total'] ?? null) ? $answer['total'] : null,
        );
    }

    public function offers(array $items): array
    {
        $offers = $this->client->get('/v1/offers', ['items' => implode(',', $items)])['offers'] ?? null;
        if (! is_array($offers) || array_filter($offers, is_array(...)) !== $offers) {
            throw $this->client->unreadable();
        }

        return array_map(array_values(...), $offers);
    }

    public function searchCatalogue(string $words): array
    {
        $rows = $this->client->rows($this->client->get('/v1/catalogue', ['q' => $words]), 'items', ['item', 'title', 'price', 'sellers']);

        return array_map(
            fn (array $row): CatalogueItem => new CatalogueItem(
                (string) $row['item'],
                (string) $row['title'],
                isset($row['brand']) ? (string) $row['brand'] : null,
                isset($row['category']) ? (string) $row['category'] : null,
                isset($row['gtin']) ? (string) $row['gtin'] : null,
                $row['price'] === null ? null : (string) $row['price'],
                (int) $row['sellers'],
            ),
            $rows,
        );
    }

    public function orders(?string $cursor): OrderPage
    {
        $rows = $this->client->rows($this->client->get('/v1/orders', ['after' => $cursor ?? '0']), 'orders', [
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
        $answer = $this->client->get('/v1/history', ['after' => $cursor ?? '']);
        $rows = $this->client->rows($answer, 'days', ['date', 'sku', 'price', 'in_stock', 'units', 'offers']);
        $days = array_map(
            fn (array $row) => new PastDay(
                (string) $row['date'],
                (string) $row['sku'],
                (string) $row['price'],
                (bool) $row['in_stock'],
                (int) $row['units'],
                $row['offers'],
                isset($row['buy_box']) ? (bool) $row['buy_box'] : null,
            ),
            $rows,
        );

        return new HistoryPage($days, is_string($answer['next'] ?? null) ? $answer['next'] : null);
    }

    public function subscribe(string $url): void
    {
        $body = ['url' => $url, 'secret' => $this->connection->signingSecret];
        $this->client->json(fn (PendingRequest $request) => $request->put('/v1/subscription', $body));
    }

    public static function read(
        array $headers,
        string $body,
        #[SensitiveParameter] string $signingSecret,
        int $now,
    ): ?ItemChange {
        $id = $headers['webhook-id'] ?? '';
        $isSigned = (new WebhookSignature($signingSecret))->fits(
            $id,
            $headers['webhook-timestamp'] ?? '',
            $body,
            $headers['webhook-signature'] ?? '',
            $now,
        );
        if (! $isSigned) {
            throw new UntrustedMessage('The signature does not fit.');
        }
        $message = json_decode($body, true);
        $item =
            is_array($message) && ($message['type'] ?? null) === 'offers.changed'
                ? $message['data']['item'] ?? null
                : null;

        return is_string($item) ? new ItemChange($id, $item) : null;
    }

    public function submit(string $key, array $updates): Submission
    {
        $items = array_map(fn (PriceUpdate $update) => ['sku' => $update->sku, 'price' => $update->price], $updates);
        $answer = $this->client->json(
            fn (PendingRequest $request) => $request
                ->withHeader('Idempotency-Key', $key)
                ->post('/v1/feeds', ['items' => $items]),
        );

        return is_string($answer['id'] ?? null)
            ? new Submission($answer['id'])
            : throw new ChannelUnavailable(Message::of('channel_no_feed'), ChannelClient::SECONDS_UNTIL_RETRY);
    }

    public function takeBack(string $key): ?string
    {
        $answer = $this->client->json(
            fn (PendingRequest $request) => $request
                ->withHeader('Idempotency-Key', $key)
                ->delete('/v1/feeds'),
        );

        return match ($answer['status'] ?? null) {
            'cancelled' => null,
            'done' => (string) $answer['id'],
            default => throw $this->client->unreadable(),
        };
    }

    public function results(string $reference, array $skus): ?array
    {
        $answer = $this->client->get('/v1/feeds/'.rawurlencode($reference));
        $items = $this->client->rows($answer, 'items', ['sku', 'status']);
        if (($answer['status'] ?? null) !== 'done') {
            return null;
        }
        $results = [];
        foreach ($items as $item) {
            $results[$item['sku']] = $item['status'] === 'accepted' ? null : (string) ($item['message'] ?? 'refused');
        }

        return $results;
    }

    public function shownPrices(array $skus): array
    {
        $shown = [];
        foreach (array_chunk($skus, self::SKUS_PER_CALL) as $some) {
            $rows = $this->client->rows($this->client->get('/v1/prices', ['skus' => implode(',', $some)]), 'prices', [
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
        $this->client->json(fn (PendingRequest $request) => $request->put('/v1/stocks', ['stocks' => $lines]));
    }

    public function shownStocks(array $skus): array
    {
        $rows = $this->client->rows($this->client->get('/v1/prices', ['skus' => implode(',', $skus)]), 'prices', ['sku', 'stock']);

        return array_map(intval(...), array_column($rows, 'stock', 'sku'));
    }
}
