<?php

declare(strict_types=1);

namespace App\Channels\Drivers\Webhook;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\Connection;
use App\Channels\ConnectionField;
use App\Channels\Driver;
use App\Channels\FieldType;
use App\Channels\Outgoing\ChannelClient;
use App\Channels\Outgoing\OutgoingHttp;
use App\Channels\Ports\PricePublisher;
use App\Channels\Ports\PriceUpdate;
use App\Channels\Ports\Submission;
use App\Channels\WebhookSignature;
use App\Support\Messages\Message;
use Illuminate\Http\Client\PendingRequest;
use Illuminate\Support\Str;

/**
 * Prices as one message, signed as the Standard Webhooks specification says. Sent again it has the same id, by which
 * the receiver knows it.
 */
final readonly class WebhookDriver implements Driver, PricePublisher
{
    private const SECONDS_UNTIL_RETRY = 30;

    private ChannelClient $client;

    public function __construct(private Connection $connection, OutgoingHttp $http)
    {
        $this->client = new ChannelClient($http, $connection->name);
    }

    public static function name(): string
    {
        return 'webhook';
    }

    public static function label(): Message
    {
        return Message::of('driver_webhook');
    }

    public static function fields(): array
    {
        return [
            new ConnectionField(
                'address',
                Message::of('setting_webhook_address'),
                FieldType::Address,
                placeholder: 'https://',
            ),
        ];
    }

    public static function destination(Connection $connection): Message
    {
        return Message::of('sends_to_webhook', address: $connection->setting('address'));
    }

    public function check(): Message
    {
        return Message::of('tried_sent', reference: $this->submit((string) Str::uuid7(), [])->reference);
    }

    public function submit(string $key, array $updates): Submission
    {
        $now = now();
        $body = json_encode(
            [
                'type' => 'prices.changed',
                'timestamp' => $now->utc()->format('Y-m-d\TH:i:s.v\Z'),
                'data' => [
                    'channel' => $this->connection->name,
                    'currency' => $this->connection->currency,
                    'prices' => array_map($this->line(...), $updates),
                ],
            ],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
        $headers = [
            'webhook-id' => $key,
            'webhook-timestamp' => (string) $now->getTimestamp(),
            'webhook-signature' => (new WebhookSignature($this->connection->signingSecret))->sign(
                $key,
                $now->getTimestamp(),
                $body,
            ),
        ];
        $send = fn (PendingRequest $request) => $request
            ->withBody($body, 'application/json')
            ->withHeaders($headers)
            ->post($this->connection->setting('address'));
        try {
            $status = $this->client->send($send)->status();
        } catch (ChannelRefused $e) {
            // Any answer but 2xx is to be tried again, says the specification; 410 means that nobody will ever listen
            // there.
            throw $e->status === null || $e->status === 410
                ? $e
                : new ChannelUnavailable($e->said(), self::SECONDS_UNTIL_RETRY);
        }
        if ($status >= 300) {
            throw new ChannelUnavailable(
                Message::of('channel_redirects', channel: $this->connection->name, status: $status),
                self::SECONDS_UNTIL_RETRY,
            );
        }

        return new Submission($key);
    }

    /** A receiver cannot be asked. What it may have got is put right by the next message. */
    public function takeBack(string $key): null
    {
        return null;
    }

    public function results(string $reference, array $skus): array
    {
        return array_fill_keys($skus, null);
    }

    public function shownPrices(array $skus): null
    {
        return null;
    }

    /** @return array{change: int, sku: string, price: string, before: string} */
    private function line(PriceUpdate $update): array
    {
        return [
            'change' => $update->changeId,
            'sku' => $update->sku,
            'price' => $update->price,
            'before' => $update->before,
        ];
    }
}
