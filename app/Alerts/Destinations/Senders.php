<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\DestinationKind;

/** The sender of each kind of destination. */
final readonly class Senders
{
    public function __construct(
        private EmailSender $email,
        private ChatSender $chat,
        private WebhookSender $webhook,
    ) {
    }

    public function of(DestinationKind $kind): Sender
    {
        return match ($kind) {
            DestinationKind::Email => $this->email,
            DestinationKind::Chat => $this->chat,
            DestinationKind::Webhook => $this->webhook,
        };
    }
}
