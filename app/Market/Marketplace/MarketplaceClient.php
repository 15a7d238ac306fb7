<?php

declare(strict_types=1);

namespace App\Market\Marketplace;

use App\Catalogue\Channels\ChannelCall;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;
use Illuminate\Http\Client\PendingRequest;
use Illuminate\Support\Facades\Http;

/**
 * A marketplace's seller interface. Every call throws as ChannelCall does.
 */
final readonly class MarketplaceClient implements ListingSource
{
    public const ITEMS_PER_CALL = 20;

    public const SKUS_PER_CALL = 100;

    public function __construct(private Channel $channel)
    {
    }

    public function listings(string $after = ''): array
    {
        $answer = $this->get('/v1/listings', ['after' => $after]);
        $listings = ChannelCall::rows($this->channel->name, $answer, 'listings', ['sku', 'item', 'title', 'price', 'shipping', 'condition', 'fulfilment', 'stock']);

        return ['listings' => $listings, 'next' => is_string($answer['next'] ?? null) ? $answer['next'] : null];
    }

    /**
     * @param  list<string>  $items  up to 20
     * @return array<string, list<mixed>> offers by item
     */
    public function offers(array $items): array
    {
        $offers = $this->get('/v1/offers', ['items' => implode(',', $items)])['offers'] ?? null;
        if (! is_array($offers) || array_filter($offers, is_array(...)) !== $offers) {
            throw ChannelCall::unreadable($this->channel->name);
        }

        return array_map(array_values(...), $offers);
    }

    /**
     * What the marketplace shows as our prices, as decimals by SKU.
     *
     * @param  list<string>  $skus  up to 100
     * @return array<string, string>
     */
    public function prices(array $skus): array
    {
        $answer = $this->get('/v1/prices', ['skus' => implode(',', $skus)]);

        /** @var array<string, string> */
        return array_column(ChannelCall::rows($this->channel->name, $answer, 'prices', ['sku', 'price']), 'price', 'sku');
    }

    public function orders(int $after): array
    {
        /** @var list<array{id: int, sku: string, units: int, price: string, at: string}> */
        return ChannelCall::rows($this->channel->name, $this->get('/v1/orders', ['after' => $after]), 'orders', ['id', 'sku', 'units', 'price', 'at']);
    }

    /** @return list<array{date: string, item: string, sku: string, price: string, in_stock: bool, units: int, offers: list<array<string, mixed>>}> */
    public function history(int $daysAgo): array
    {
        $answer = $this->get('/v1/history', ['days_ago' => $daysAgo]);

        /** @var list<array{date: string, item: string, sku: string, price: string, in_stock: bool, units: int, offers: list<array<string, mixed>>}> */
        return ChannelCall::rows($this->channel->name, $answer, 'days', ['date', 'item', 'sku', 'price', 'in_stock', 'units', 'offers']);
    }

    public function subscribe(string $url, string $secret): void
    {
        ChannelCall::of($this->channel->name, fn () => $this->request()->put('/v1/subscription', ['url' => $url, 'secret' => $secret]));
    }

    /**
     * Sent again with the same key it is the same feed, worked through once.
     *
     * @param  list<array{sku: string, price: string}>  $items
     * @return string the marketplace's name for the feed
     */
    public function submitFeed(string $idempotencyKey, array $items): string
    {
        $answer = ChannelCall::of($this->channel->name, fn () => $this->request()->withHeader('Idempotency-Key', $idempotencyKey)->post('/v1/feeds', ['items' => $items]));

        return is_string($answer['id'] ?? null) ? $answer['id'] : throw new ChannelUnavailable('The answer names no feed.', ChannelCall::SECONDS_UNTIL_RETRY);
    }

    /**
     * From then on the feed is not taken under that key any more, also if it should still be on its way.
     *
     * @return string|null the marketplace's name for the feed, where it has been worked through already
     */
    public function cancelFeed(string $idempotencyKey): ?string
    {
        $answer = ChannelCall::of($this->channel->name, fn () => $this->request()->withHeader('Idempotency-Key', $idempotencyKey)->delete('/v1/feeds'));

        return match ($answer['status'] ?? null) {
            'cancelled' => null,
            'done' => (string) $answer['id'],
            default => throw ChannelCall::unreadable($this->channel->name),
        };
    }

    /** @return array{status: string, items: list<array{sku: string, status: string, message: string|null}>} */
    public function feed(string $ref): array
    {
        $answer = $this->get('/v1/feeds/'.rawurlencode($ref), []);
        $items = ChannelCall::rows($this->channel->name, $answer, 'items', ['sku', 'status']);

        /** @var array{status: string, items: list<array{sku: string, status: string, message: string|null}>} */
        return ['status' => (string) ($answer['status'] ?? ''), 'items' => $items];
    }

    /**
     * @param  array<string, string|int>  $query
     * @return array<mixed>
     */
    private function get(string $path, array $query): array
    {
        return ChannelCall::of($this->channel->name, fn () => $this->request()->get($path, $query));
    }

    private function request(): PendingRequest
    {
        return Http::baseUrl($this->channel->base_url)->withToken($this->channel->token)->acceptJson()->connectTimeout(3)->timeout(10);
    }
}
