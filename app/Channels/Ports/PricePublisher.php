<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;

/** A channel that takes prices. */
interface PricePublisher
{
    /**
     * Hands over prices. Done again with the same key it must come to the same as done once.
     *
     * @param  list<PriceUpdate>  $updates
     *
     * @throws ChannelUnavailable nobody knows whether it has arrived
     * @throws ChannelRefused it has not, and will not
     */
    public function submit(string $key, array $updates): Submission;

    /**
     * Makes sure that what was handed over under a key, as far as anybody knows, is not taken any more, also if it
     * should still be on its way.
     *
     * @return string|null by what the channel finds it, where it is too late; null where nothing was taken, nor will be
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function takeBack(string $key): ?string;

    /**
     * What the channel said to each line.
     *
     * @param  list<string>  $skus
     * @return array<string, string|null>|null by SKU the reason of its refusal, null where it took the price; null
     *     while it is not done
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function results(string $reference, array $skus): ?array;

    /**
     * What the channel shows as our prices now.
     *
     * @param  list<string>  $skus
     * @return array<string, string>|null decimals by SKU; null where nobody can see what becomes of a price there
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function shownPrices(array $skus): ?array;
}
