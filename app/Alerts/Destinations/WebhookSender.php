<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\AlertMessage;
use App\Channels\WebhookSignature;

/** To a program, signed as the Standard Webhooks specification 1.0.0 says; its id is the same however often it is sent. */
final readonly class WebhookSender implements Sender
{
    public function __construct(private DestinationHttp $http)
    {
    }

    public function send(AlertDestination $destination, array $messages, string $key): void
    {
        $body = json_encode(
            [
                'type' => 'alert.told',
                'timestamp' => $messages[0]->happened_at->toRfc3339String(),
                'data' => ['messages' => array_map(self::document(...), $messages)],
            ],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
        $now = now()->getTimestamp();
        $this->http->post($destination, $body, [
            'webhook-id' => $key,
            'webhook-timestamp' => (string) $now,
            'webhook-signature' => (new WebhookSignature((string) $destination->secret))->sign($key, $now, $body),
        ]);
    }

    /** @return array<string, mixed> */
    private static function document(AlertMessage $message): array
    {
        return [
            'id' => $message->id,
            'alert' => ['id' => $message->alert_id, 'name' => $message->alert->name],
            'listing' => ['id' => $message->listing_id, 'sku' => $message->listing->sku, 'title' => $message->listing->title],
            'happened_at' => $message->happened_at->toRfc3339String(),
            ...$message->notice()->document(),
            'text' => MessageText::body($message),
            'link' => MessageLinks::listing($message),
        ];
    }
}
