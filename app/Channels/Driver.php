<?php

declare(strict_types=1);

namespace App\Channels;

use App\Support\Messages\Message;

/**
 * One kind of channel. A driver is made for one connection and implements as many of the ports as its channel offers;
 * nothing outside its folder knows how the channel is spoken to. What a call throws is said by ChannelUnavailable and
 * ChannelRefused.
 */
interface Driver
{
    /** Under which channels of this kind are stored and named in the API. */
    public static function name(): string;

    /** For people who choose what to connect: what it is, and what it does. */
    public static function label(): Message;

    /** @return list<ConnectionField> */
    public static function fields(): array;

    /** @return Message where prices go, in a few words */
    public static function destination(Connection $connection): Message;

    /**
     * Finds out whether the channel can be reached.
     *
     * @return Message what was found
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function check(): Message;
}
