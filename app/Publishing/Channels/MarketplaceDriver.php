<?php

declare(strict_types=1);

namespace App\Publishing\Channels;

use App\Catalogue\Models\Channel;
use App\Market\Marketplace\MarketplaceClient;

/** A marketplace works prices through as feeds. */
final readonly class MarketplaceDriver implements ChannelDriver
{
    public function submit(Channel $channel, string $key, array $lines): string
    {
        return (new MarketplaceClient($channel))->submitFeed($key, array_map(fn (PriceLine $line) => ['sku' => $line->sku, 'price' => $line->price], $lines));
    }

    public function takeBack(Channel $channel, string $key): ?string
    {
        return (new MarketplaceClient($channel))->cancelFeed($key);
    }

    public function results(Channel $channel, string $reference, array $skus): ?array
    {
        $answer = (new MarketplaceClient($channel))->feed($reference);
        if ($answer['status'] !== 'done') {
            return null;
        }
        $results = [];
        foreach ($answer['items'] as $item) {
            $results[$item['sku']] = $item['status'] === 'accepted' ? null : (string) ($item['message'] ?? 'refused');
        }

        return $results;
    }

    public function prices(Channel $channel, array $skus): array
    {
        $shown = [];
        foreach (array_chunk($skus, MarketplaceClient::SKUS_PER_CALL) as $some) {
            $shown = array_replace($shown, (new MarketplaceClient($channel))->prices($some));
        }

        return $shown;
    }
}
