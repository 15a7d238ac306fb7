<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use SensitiveParameter;

/** A channel that sends a notification when the offers on an item change. */
interface ChangePush
{
    /**
     * @param  string  $url  where word is to be sent
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function subscribe(string $url): void;

    /**
     * What the channel sent. Called a hundred times a second, without a connection.
     *
     * @param  array<string, string>  $headers  by name in lower case
     * @param  int  $now  seconds since 1970
     * @return ItemChange|null null where it is about something else
     *
     * @throws UntrustedMessage if it is not from the channel
     */
    public static function read(
        array $headers,
        string $body,
        #[SensitiveParameter] string $signingSecret,
        int $now,
    ): ?ItemChange;
}
