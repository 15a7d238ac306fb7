<?php

declare(strict_types=1);

namespace App\Market\Shop;

use App\Catalogue\Channels\ChannelCall;
use App\Catalogue\Models\Channel;
use App\Market\Marketplace\ListingSource;
use Illuminate\Http\Client\PendingRequest;
use Illuminate\Support\Facades\Http;

/** A web shop's own interface. Every call throws as ChannelCall does. */
final readonly class ShopClient implements ListingSource
{
    public const SKUS_PER_CALL = 100;

    public function __construct(private Channel $channel)
    {
    }

    public function listings(string $after = ''): array
    {
        $answer = $this->get('/api/products', ['after' => $after]);
        $products = ChannelCall::rows($this->channel->name, $answer, 'products', ['sku', 'title', 'price', 'stock', 'path']);
        $usual = ['shipping' => '0.00', 'condition' => 'new', 'fulfilment' => 'merchant'];

        return ['listings' => array_map(fn (array $row) => [...$usual, ...$row, 'item' => $row['path']], $products), 'next' => is_string($answer['next'] ?? null) ? $answer['next'] : null];
    }

    public function orders(int $after): array
    {
        /** @var list<array{id: int, sku: string, units: int, price: string, at: string}> */
        return ChannelCall::rows($this->channel->name, $this->get('/api/orders', ['after' => $after]), 'orders', ['id', 'sku', 'units', 'price', 'at']);
    }

    /**
     * Set again under the same key they are set once.
     *
     * @param  list<array{sku: string, price: string}>  $prices
     * @return string the shop's name for it
     */
    public function setPrices(string $key, array $prices): string
    {
        $answer = ChannelCall::of($this->channel->name, fn () => $this->request()->put('/api/price-lists/'.rawurlencode($key), ['prices' => $prices]));

        return (string) ($answer['id'] ?? $key);
    }

    /**
     * From then on the list is not taken under that key any more.
     *
     * @return string|null the shop's name for it, where its prices have been set already
     */
    public function cancelPrices(string $key): ?string
    {
        $answer = ChannelCall::of($this->channel->name, fn () => $this->request()->delete('/api/price-lists/'.rawurlencode($key)));

        return match ($answer['status'] ?? null) {
            'cancelled' => null,
            'set' => (string) ($answer['id'] ?? $key),
            default => throw ChannelCall::unreadable($this->channel->name),
        };
    }

    /** @return array<string, string|null> by SKU why a price was not taken; null where it was */
    public function results(string $id): array
    {
        $answer = $this->get('/api/price-lists/'.rawurlencode($id), []);

        /** @var array<string, string|null> */
        return array_column(ChannelCall::rows($this->channel->name, $answer, 'prices', ['sku', 'problem']), 'problem', 'sku');
    }

    /**
     * @param  list<string>  $skus
     * @return array<string, string>
     */
    public function prices(array $skus): array
    {
        $answer = $this->get('/api/products', ['skus' => implode(',', $skus)]);

        /** @var array<string, string> */
        return array_column(ChannelCall::rows($this->channel->name, $answer, 'products', ['sku', 'price']), 'price', 'sku');
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
        return Http::baseUrl($this->channel->base_url)->withToken($this->channel->token)->acceptJson()->connectTimeout(3)->timeout(10)->withoutRedirecting();
    }
}
