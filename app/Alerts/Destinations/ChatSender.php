<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\AlertMessage;

/** To the incoming webhook of a chat, as JSON of a form that the person gives. */
final readonly class ChatSender implements Sender
{
    public const TEXT = '{"text": "{title}\n{text}\n{link}"}';

    /** With parts, as chats show them that know blocks. */
    public const BLOCKS = '{"blocks": [{"type": "header", "text": {"type": "plain_text", "text": "{title}"}}, {"type": "section", "text": {"type": "mrkdwn", "text": "{text}\n{link}"}}]}';

    public function __construct(private DestinationHttp $http)
    {
    }

    public function send(AlertDestination $destination, array $messages, string $key): void
    {
        foreach ($messages as $message) {
            $this->http->post($destination, self::body($destination->template ?? self::TEXT, $message));
        }
    }

    /** What is put in cannot become part of the form: it is put into texts that have been read already. */
    public static function body(string $template, AlertMessage $message): string
    {
        $values = [
            '{title}' => $message->listing->title,
            '{text}' => MessageText::body($message),
            '{link}' => MessageLinks::listing($message),
        ];
        $form = json_decode($template, true, 32, JSON_THROW_ON_ERROR);
        if (is_array($form)) {
            array_walk_recursive($form, function (mixed &$value) use ($values): void {
                $value = is_string($value) ? strtr($value, $values) : $value;
            });
        }

        return json_encode($form, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}
