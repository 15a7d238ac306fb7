<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\AlertMessage;
use Illuminate\Support\Facades\URL;

/** Where the links in messages lead. Those that act need no sign-in and are signed instead. */
final readonly class MessageLinks
{
    private function __construct()
    {
    }

    public static function listing(AlertMessage $message): string
    {
        return url("/listings?listing={$message->listing_id}");
    }

    /** Tells nothing of this alert for a while. */
    public static function mute(AlertMessage $message): string
    {
        return url(URL::signedRoute('alerts.mute', ['alert' => $message->alert_id], absolute: false));
    }

    /** No alert goes to this destination any more (RFC 8058). */
    public static function unsubscribe(AlertDestination $destination): string
    {
        return url(URL::signedRoute('alerts.unsubscribe', ['destination' => $destination->id], absolute: false));
    }
}
