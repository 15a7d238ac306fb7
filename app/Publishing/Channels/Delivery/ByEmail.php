<?php

declare(strict_types=1);

namespace App\Publishing\Channels\Delivery;

use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;
use Illuminate\Mail\Message;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;

/** As an attachment. Sent again it has the same Message-ID (RFC 5322, 3.6.4), by which a mailbox knows it. */
final readonly class ByEmail implements FileDelivery
{
    private const SECONDS_UNTIL_RETRY = 60;

    public function deliver(Channel $channel, string $name, string $csv): void
    {
        $lines = substr_count($csv, "\r\n") - 1;
        try {
            Mail::raw("Prices for {$channel->name}: {$lines} ".($lines === 1 ? 'listing' : 'listings').'. The file is attached.', function (Message $message) use ($channel, $name, $csv): void {
                $message->to((string) $channel->delivery['to'])->subject("Prices for {$channel->name}")->attachData($csv, $name, ['mime' => 'text/csv']);
                $message->getHeaders()->addIdHeader('Message-ID', pathinfo($name, PATHINFO_FILENAME).'@wrasse.invalid');
            });
        } catch (TransportExceptionInterface $e) {
            throw new ChannelUnavailable("The e-mail for {$channel->name} could not be sent: ".mb_substr($e->getMessage(), 0, 200), self::SECONDS_UNTIL_RETRY);
        }
    }

    /** Nobody can look into the mailbox; what could not be sent is taken not to have arrived. */
    public function isDelivered(Channel $channel, string $name): bool
    {
        return false;
    }
}
