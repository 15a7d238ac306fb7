<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;

/** A channel that tells what our account there is in. */
interface AccountSource
{
    /**
     * @return string the currency of all prices there; ISO 4217, unchecked
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function accountCurrency(): string;
}
