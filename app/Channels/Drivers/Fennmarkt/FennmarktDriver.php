<?php

declare(strict_types=1);

namespace App\Channels\Drivers\Fennmarkt;

use App\Channels\Connection;
use App\Channels\ConnectionField;
use App\Channels\Driver;
use App\Channels\FieldType;
use App\Channels\Outgoing\ChannelClient;
use App\Channels\Outgoing\OutgoingHttp;
use App\Channels\Ports\CatalogueItem;
use App\Channels\Ports\CatalogueSearch;
use App\Channels\Ports\ChangeQueue;
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
use App\Support\Messages\Message;
use Illuminate\Http\Client\PendingRequest;
use Wrasse\Core\Money\Currency;

/**
 * Fennmarkt's seller interface (docs/marketplace.md): amounts in minor units with their currency, pages by token,
 * prices taken at once, and notifications of changed offers that are fetched from a queue.
 */
final readonly class FennmarktDriver implements CatalogueSearch, ChangeQueue, Driver, HistorySource, ListingSource, OfferSource, OrderSource, PricePublisher, StockPublisher
{
    private const SKUS_PER_CALL = 50;

    private const CONDITIONS = ['NEW' => 'new', 'USED' => 'used', 'REFURBISHED' => 'refurbished'];

    private ChannelClient $client;

    private Currency $currency;

    public function __construct(Connection $connection, OutgoingHttp $http)
    {
        $this->client = new ChannelClient(
            $http,
            $connection->name,
            fn (PendingRequest $request) => $request
                ->baseUrl($connection->setting('address'))
                ->withHeader('X-Seller-Key', $connection->secret('token'))
                ->acceptJson(),
        );
        $this->currency = Currency::of($connection->currency);
    }

    public static function name(): string
    {
        return 'fennmarkt';
    }

    public static function label(): Message
    {
        return Message::of('driver_fennmarkt');
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
            new ConnectionField('token', Message::of('setting_seller_key'), FieldType::Secret),
            new ConnectionField('seller', Message::of('setting_vendor')),
        ];
    }

    public static function destination(Connection $connection): Message
    {
        return Message::quoting($connection->setting('address'));
    }

    public static function itemsPerCall(): int
    {
        return 50;
    }

    public function check(): Message
    {
        return Message::of('tried_has_listings', listings: $this->listings(null)->total ?? 0);
    }

    public function listings(?string $cursor): ListingPage
    {
        $answer = $this->get('/seller/v2/inventory', $cursor);

        return new ListingPage(
            array_map($this->listing(...), $this->inventory($answer)),
            $this->next($answer),
            is_int($answer['size'] ?? null) ? $answer['size'] : null,
        );
    }

    public function offers(array $items): array
    {
        $answer = $this->post('/seller/v2/competition', ['catalogIds' => $items]);
        $offers = [];
        foreach ($this->client->rows($answer, 'results', ['catalogId', 'bids']) as $result) {
            if (! is_array($result['bids'])) {
                throw $this->client->unreadable();
            }
            $offers[(string) $result['catalogId']] = array_map($this->offer(...), array_values($result['bids']));
        }

        return $offers;
    }

    public function searchCatalogue(string $words): array
    {
        $answer = $this->post('/seller/v2/catalog/search', ['text' => $words]);

        return array_map(
            fn (array $row): CatalogueItem => new CatalogueItem(
                (string) $row['catalogId'],
                (string) $row['name'],
                isset($row['maker']) ? (string) $row['maker'] : null,
                isset($row['group']) ? (string) $row['group'] : null,
                isset($row['ean']) ? (string) $row['ean'] : null,
                $this->decimal($row['from']),
                (int) $row['vendors'],
            ),
            $this->client->rows($answer, 'entries', ['catalogId', 'name', 'from', 'vendors']),
        );
    }

    public static function stocksPerCall(): int
    {
        return self::SKUS_PER_CALL;
    }

    public function setStocks(array $stocks): void
    {
        $levels = array_map(
            fn (string $sku, int $stock): array => ['sellerSku' => $sku, 'available' => $stock],
            array_map(strval(...), array_keys($stocks)),
            $stocks,
        );
        $this->client->json(fn (PendingRequest $request) => $request->put('/seller/v2/inventory/available', ['levels' => $levels]));
    }

    public function shownStocks(array $skus): array
    {
        $rows = $this->inventory($this->post('/seller/v2/inventory/lookup', ['sellerSkus' => $skus]));

        return array_map(intval(...), array_column($rows, 'available', 'sellerSku'));
    }

    public function orders(?string $cursor): OrderPage
    {
        $answer = $this->get('/seller/v2/sales', $cursor);
        $rows = $this->client->rows($answer, 'page', ['sellerSku', 'quantity', 'unitPrice', 'soldAt']);
        $orders = array_map(
            fn (array $row) => new SourceOrder(
                (string) $row['sellerSku'],
                (int) $row['quantity'],
                $this->decimal($row['unitPrice']) ?? throw $this->client->unreadable(),
                gmdate('Y-m-d\TH:i:s\Z', (int) $row['soldAt']),
            ),
            $rows,
        );

        return new OrderPage($orders, $this->next($answer));
    }

    public function history(?string $cursor): HistoryPage
    {
        $answer = $this->get('/seller/v2/reports/daily', $cursor);
        $rows = $this->client->rows($answer, 'page', [
            'day',
            'sellerSku',
            'unitPrice',
            'wasAvailable',
            'quantity',
            'bids',
        ]);
        $days = array_map(
            fn (array $row) => new PastDay(
                (string) $row['day'],
                (string) $row['sellerSku'],
                $this->decimal($row['unitPrice']) ?? throw $this->client->unreadable(),
                (bool) $row['wasAvailable'],
                (int) $row['quantity'],
                array_map($this->offer(...), is_array($row['bids']) ? array_values($row['bids']) : []),
                isset($row['featured']) ? (bool) $row['featured'] : null,
            ),
            $rows,
        );

        return new HistoryPage($days, $this->next($answer));
    }

    public function fetch(): array
    {
        $rows = $this->client->rows($this->get('/seller/v2/changes', null), 'messages', ['messageId', 'catalogId']);

        return array_map(
            fn (array $row) => new ItemChange((string) $row['messageId'], (string) $row['catalogId']),
            $rows,
        );
    }

    public function acknowledge(array $changes): void
    {
        $this->post('/seller/v2/changes/ack', [
            'messageIds' => array_map(fn (ItemChange $change) => $change->id, $changes),
        ]);
    }

    public function submit(string $key, array $updates): Submission
    {
        $answer = $this->post('/seller/v2/price-updates', [
            'requestId' => $key,
            'prices' => array_map(
                fn (PriceUpdate $update) => [
                    'sellerSku' => $update->sku,
                    'unitPrice' => [
                        'amount' => $this->currency->parse($update->price),
                        'currency' => $update->currency,
                    ],
                ],
                $updates,
            ),
        ]);

        return new Submission($key, $this->outcome($answer));
    }

    public function takeBack(string $key): ?string
    {
        $answer = $this->client->json(
            fn (PendingRequest $request) => $request->delete(
                '/seller/v2/price-updates/'.rawurlencode($key),
            ),
        );

        return match ($answer['state'] ?? null) {
            'VOID' => null,
            'APPLIED' => $key,
            default => throw $this->client->unreadable(),
        };
    }

    public function results(string $reference, array $skus): array
    {
        return $this->outcome($this->get('/seller/v2/price-updates/'.rawurlencode($reference), null));
    }

    public function shownPrices(array $skus): array
    {
        $shown = [];
        foreach (array_chunk($skus, self::SKUS_PER_CALL) as $some) {
            foreach ($this->inventory($this->post('/seller/v2/inventory/lookup', ['sellerSkus' => $some])) as $row) {
                $shown[(string) $row['sellerSku']] =
                    $this->decimal($row['unitPrice']) ?? throw $this->client->unreadable();
            }
        }

        return $shown;
    }

    /**
     * @param  array<mixed>  $answer
     * @return list<array<string, mixed>>
     */
    private function inventory(array $answer): array
    {
        return $this->client->rows($answer, 'page', [
            'sellerSku',
            'catalogId',
            'name',
            'unitPrice',
            'delivery',
            'grade',
            'dispatchedBy',
            'available',
        ]);
    }

    /** @param  array<string, mixed>  $row */
    private function listing(array $row): SourceListing
    {
        return new SourceListing(
            (string) $row['sellerSku'],
            (string) $row['catalogId'],
            (string) $row['name'],
            $row['maker'] ?? null,
            $row['group'] ?? null,
            $row['ean'] ?? null,
            $this->decimal($row['unitPrice']) ?? '',
            $this->decimal($row['delivery']) ?? '',
            self::CONDITIONS[$row['grade']] ?? (string) $row['grade'],
            self::fulfilment($row['dispatchedBy']),
            $row['available'] === null ? null : (int) $row['available'],
        );
    }

    /**
     * An offer in the words of the pricing core; what cannot be read is left as it came, so that it is found to be
     * unreadable.
     */
    private function offer(mixed $bid): mixed
    {
        if (! is_array($bid)) {
            return $bid;
        }
        $offer = [
            'seller' => $bid['vendor'] ?? null,
            'name' => $bid['vendorName'] ?? ($bid['vendor'] ?? null),
            'price' => $this->decimal($bid['unitPrice'] ?? null),
            'shipping' => $this->decimal($bid['delivery'] ?? ['amount' => 0, 'currency' => $this->currency->code]),
            'condition' => self::CONDITIONS[$bid['grade'] ?? ''] ?? ($bid['grade'] ?? null),
            'fulfilment' => self::fulfilment($bid['dispatchedBy'] ?? null),
        ];
        $score = is_array($bid['score'] ?? null) ? $bid['score'] : null;

        return [
            ...$offer,
            ...isset($bid['available']) ? ['in_stock' => $bid['available']] : [],
            ...isset($bid['featured']) ? ['buy_box' => $bid['featured']] : [],
            ...isset($score['positive'])
                ? ['rating_percent' => is_scalar($score['positive']) ? (string) $score['positive'] : $score['positive']]
                : [],
            ...isset($score['votes']) ? ['rating_count' => $score['votes']] : [],
            ...isset($bid['dispatchDays']) ? ['handling_days' => $bid['dispatchDays']] : [],
            ...isset($bid['country']) ? ['ship_from' => $bid['country']] : [],
            ...isset($bid['house']) ? ['marketplace_retail' => $bid['house']] : [],
        ];
    }

    private static function fulfilment(mixed $dispatchedBy): string
    {
        return $dispatchedBy === 'FENNMARKT' ? 'marketplace' : 'merchant';
    }

    /** @return string|null null where it is no amount in the currency of the channel */
    private function decimal(mixed $amount): ?string
    {
        $isReadable =
            is_array($amount) &&
            is_int($amount['amount'] ?? null) &&
            $amount['amount'] >= 0 &&
            ($amount['currency'] ?? null) === $this->currency->code;

        return $isReadable ? $this->currency->format($amount['amount']) : null;
    }

    /**
     * @param  array<mixed>  $answer
     * @return array<string, string|null>
     */
    private function outcome(array $answer): array
    {
        $results = [];
        foreach ($this->client->rows($answer, 'outcome', ['sellerSku', 'accepted']) as $row) {
            $results[(string) $row['sellerSku']] =
                $row['accepted'] === true ? null : (string) ($row['reason'] ?? 'refused');
        }

        return $results;
    }

    /** @param  array<mixed>  $answer */
    private function next(array $answer): ?string
    {
        return is_string($answer['nextPageToken'] ?? null) ? $answer['nextPageToken'] : null;
    }

    /** @return array<mixed> */
    private function get(string $path, ?string $pageToken): array
    {
        return $this->client->json(
            fn (PendingRequest $request) => $request->get(
                $path,
                $pageToken === null ? [] : ['page_token' => $pageToken],
            ),
        );
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array<mixed>
     */
    private function post(string $path, array $body): array
    {
        return $this->client->json(fn (PendingRequest $request) => $request->post($path, $body));
    }
}
