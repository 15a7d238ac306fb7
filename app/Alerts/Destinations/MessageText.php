<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\AlertMessage;

/** What messages say, in English. */
final readonly class MessageText
{
    private function __construct()
    {
    }

    /** @param  non-empty-list<AlertMessage>  $messages */
    public static function subject(array $messages): string
    {
        [$first] = $messages;
        $subject = count($messages) === 1
            ? "{$first->listing->title}: {$first->notice()->sentences()[0]}"
            : count($messages)." alerts, the first: {$first->listing->title}";

        // A title may hold anything; a subject is one line.
        return mb_strimwidth((string) preg_replace('/[\s\p{C}]+/u', ' ', $subject), 0, 200, '…');
    }

    /** What one says, a line a finding, and where we stand. */
    public static function body(AlertMessage $message): string
    {
        $notice = $message->notice();

        return implode("\n", [...array_map(strval(...), $notice->sentences()), (string) $notice->standing()]);
    }
}
