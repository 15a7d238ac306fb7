<?php

declare(strict_types=1);

namespace App\Publishing\Channels;

use App\Catalogue\Models\Channel;
use App\Market\Shop\ShopClient;

/** Our own web shop takes prices at once, and says what it thinks of each. */
final readonly class ShopDriver implements ChannelDriver
{
    public function submit(Channel $channel, string $key, array $lines): string
    {
        return (new ShopClient($channel))->setPrices($key, array_map(fn (PriceLine $line) => ['sku' => $line->sku, 'price' => $line->price], $lines));
    }

    public function takeBack(Channel $channel, string $key): ?string
    {
        return (new ShopClient($channel))->cancelPrices($key);
    }

    public function results(Channel $channel, string $reference, array $skus): array
    {
        return (new ShopClient($channel))->results($reference);
    }

    public function prices(Channel $channel, array $skus): array
    {
        $shown = [];
        foreach (array_chunk($skus, ShopClient::SKUS_PER_CALL) as $some) {
            $shown = array_replace($shown, (new ShopClient($channel))->prices($some));
        }

        return $shown;
    }
}
