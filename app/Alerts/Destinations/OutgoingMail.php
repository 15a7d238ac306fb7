<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Support\Messages\Message;
use Illuminate\Mail\Message as MailMessage;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;

/**
 * As HTML and text. Sent again it has the same Message-ID (RFC 5322, 3.6.4), by which a mailbox knows it; one click on the
 * mail program's own button ends it (RFC 8058).
 */
final readonly class OutgoingMail
{
    /** RFC 5321, 4.2.1: from here on the server will not take it however often it is sent. */
    private const PERMANENT = 500;

    private function __construct()
    {
    }

    /**
     * @param  string  $view  of HTML; the same with -text is that of text
     * @param  array<string, mixed>  $data  of the view
     * @param  string  $key  the same whenever it is sent again
     * @param  string  $unsubscribe  address of the page that ends it
     *
     * @throws DeliveryFailed
     */
    public static function send(string $to, string $subject, string $view, array $data, string $key, string $unsubscribe): void
    {
        try {
            Mail::send(
                ['html' => $view, 'text' => "{$view}-text"],
                [...$data, 'unsubscribe' => $unsubscribe],
                function (MailMessage $mail) use ($to, $subject, $key, $unsubscribe): void {
                    $mail->to($to)->subject($subject);
                    $headers = $mail->getHeaders();
                    $headers->addIdHeader('Message-ID', "{$key}@wrasse.invalid");
                    $headers->addTextHeader('List-Unsubscribe', "<{$unsubscribe}>");
                    $headers->addTextHeader('List-Unsubscribe-Post', 'List-Unsubscribe=One-Click');
                    $headers->addTextHeader('Auto-Submitted', 'auto-generated');
                },
            );
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
