<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\AlertDestination;
use App\Support\Messages\Message;
use Illuminate\Mail\Message as MailMessage;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;

/**
 * As HTML and text. Sent again it has the same Message-ID (RFC 5322, 3.6.4), by which a mailbox knows it; one click on the
 * mail program's own button ends it (RFC 8058).
 */
final readonly class EmailSender implements Sender
{
    /** RFC 5321, 4.2.1: from here on the server will not take it however often it is sent. */
    private const PERMANENT = 500;

    public function send(AlertDestination $destination, array $messages, string $key): void
    {
        $view = ['messages' => $messages, 'unsubscribe' => MessageLinks::unsubscribe($destination)];
        try {
            Mail::send(['html' => 'alerts.mail', 'text' => 'alerts.mail-text'], $view, function (MailMessage $mail) use ($destination, $messages, $key, $view): void {
                $mail->to($destination->address)->subject(MessageText::subject($messages));
                $headers = $mail->getHeaders();
                $headers->addIdHeader('Message-ID', "{$key}@wrasse.invalid");
                $headers->addTextHeader('List-Unsubscribe', "<{$view['unsubscribe']}>");
                $headers->addTextHeader('List-Unsubscribe-Post', 'List-Unsubscribe=One-Click');
                $headers->addTextHeader('Auto-Submitted', 'auto-generated');
            });
        } catch (TransportExceptionInterface $e) {
            $isFinal = $e instanceof UnexpectedResponseException && $e->getCode() >= self::PERMANENT;

            throw new DeliveryFailed(
                $e instanceof UnexpectedResponseException
                    ? Message::of('alert_mail_refused', reply: $e->getCode())
                    : Message::of('alert_mail_unreachable'),
                $isFinal,
            );
        }
    }
}
