<?php

declare(strict_types=1);

namespace App\Channels\Drivers\File;

use App\Channels\ChannelUnavailable;
use App\Channels\Connection;
use App\Support\Messages\Message;
use Illuminate\Mail\Message as MailMessage;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;

/** As an attachment. Sent again it has the same Message-ID (RFC 5322, 3.6.4), by which a mailbox knows it. */
final readonly class EmailDelivery implements FileDelivery
{
    private const SECONDS_UNTIL_RETRY = 60;

    public function deliver(Connection $connection, string $name, string $csv): void
    {
        $lines = substr_count($csv, "\r\n") - 1;
        $text =
            "Prices for {$connection->name}: {$lines} ".
            ($lines === 1 ? 'listing' : 'listings').
            '. The file is attached.';
        try {
            Mail::raw($text, function (MailMessage $message) use ($connection, $name, $csv): void {
                $message
                    ->to($connection->setting('to'))
                    ->subject("Prices for {$connection->name}")
                    ->attachData($csv, $name, ['mime' => 'text/csv']);
                $message
                    ->getHeaders()
                    ->addIdHeader('Message-ID', pathinfo($name, PATHINFO_FILENAME).'@wrasse.invalid');
            });
        } catch (TransportExceptionInterface $e) {
            report($e);
            throw new ChannelUnavailable(
                Message::of('channel_mail_failed', channel: $connection->name),
                self::SECONDS_UNTIL_RETRY,
            );
        }
    }

    /** Nobody can look into the mailbox; what could not be sent is taken not to have arrived. */
    public function isDelivered(Connection $connection, string $name): bool
    {
        return false;
    }
}
