<?php

declare(strict_types=1);

namespace App\Publishing\Channels;

use App\Catalogue\Channels\ChannelCall;
use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;
use App\Market\Marketplace\WebhookSignature;
use App\Support\Http\OutsideAddress;
use Illuminate\Support\Facades\Http;

/** Prices as one message, signed as the Standard Webhooks specification says. Sent again it has the same id, by which the receiver knows it. */
final readonly class WebhookDriver implements ChannelDriver
{
    private const SECONDS_UNTIL_RETRY = 30;

    public function submit(Channel $channel, string $key, array $lines): string
    {
        OutsideAddress::check($channel->base_url, $channel->name);
        $now = now();
        $body = json_encode(['type' => 'prices.changed', 'timestamp' => $now->utc()->format('Y-m-d\TH:i:s.v\Z'), 'data' => [
            'channel' => $channel->name, 'currency' => $channel->currency,
            'prices' => array_map(fn (PriceLine $line) => ['change' => $line->changeId, 'sku' => $line->sku, 'price' => $line->price, 'before' => $line->before], $lines),
        ]], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
        $send = fn () => Http::connectTimeout(3)->timeout(10)->withoutRedirecting()->withBody($body, 'application/json')->withHeaders([
            'webhook-id' => $key, 'webhook-timestamp' => (string) $now->getTimestamp(),
            'webhook-signature' => (new WebhookSignature($channel->webhook_secret))->sign($key, $now->getTimestamp(), $body),
        ])->post($channel->base_url);
        try {
            $status = ChannelCall::made($channel->name, $send)->status();
        } catch (ChannelRefused $e) {
            // Any answer but 2xx is to be tried again, says the specification; 410 means that nobody will ever listen there.
            throw $e->status === 410 ? $e : new ChannelUnavailable($e->getMessage(), self::SECONDS_UNTIL_RETRY);
        }
        if ($status >= 300) {
            throw new ChannelUnavailable("{$channel->name} sends elsewhere (status {$status}); give the address it sends to.", self::SECONDS_UNTIL_RETRY);
        }

        return $key;
    }

    /** A receiver cannot be asked. What it may have got is put right by the next message. */
    public function takeBack(Channel $channel, string $key): null
    {
        return null;
    }

    public function results(Channel $channel, string $reference, array $skus): array
    {
        return array_fill_keys($skus, null);
    }

    public function prices(Channel $channel, array $skus): null
    {
        return null;
    }
}
