<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\AlertMessage;

/** Gets messages to one kind of destination. */
interface Sender
{
    /**
     * @param  non-empty-list<AlertMessage>  $messages
     * @param  string  $key  the same each time these are sent, by which whoever receives them knows them again
     *
     * @throws DeliveryFailed
     */
    public function send(AlertDestination $destination, array $messages, string $key): void;
}
