<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\AlertDestination;

/** Messages of alerts by e-mail. */
final readonly class EmailSender implements Sender
{
    public function send(AlertDestination $destination, array $messages, string $key): void
    {
        OutgoingMail::send(
            $destination->address,
            MessageText::subject($messages),
            'alerts.mail',
            ['messages' => $messages],
            $key,
            MessageLinks::unsubscribe($destination),
        );
    }
}
