<?php

declare(strict_types=1);

namespace App\Publishing\Channels;

use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;

/** How one kind of channel takes prices. */
interface ChannelDriver
{
    /**
     * Hands over prices. Done again with the same key it must come to the same as done once.
     *
     * @param  list<PriceLine>  $lines
     * @return string by what the channel, or a person, finds them again
     *
     * @throws ChannelUnavailable trying again may help
     * @throws ChannelRefused it will not
     */
    public function submit(Channel $channel, string $key, array $lines): string;

    /**
     * Makes sure that what was handed over under a key, as far as anybody knows, is not taken any more, also if it should still be on its way.
     *
     * @return string|null by what the channel finds it, where it is too late; null where nothing was taken, nor will be
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function takeBack(Channel $channel, string $key): ?string;

    /**
     * What it said to each line.
     *
     * @param  list<string>  $skus
     * @return array<string, string|null>|null by SKU the words of its refusal, null where it took the price; null while it is not done
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function results(Channel $channel, string $reference, array $skus): ?array;

    /**
     * What it shows as our prices now.
     *
     * @param  list<string>  $skus
     * @return array<string, string>|null decimals by SKU; null where nobody can see what becomes of a price there
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function prices(Channel $channel, array $skus): ?array;
}
