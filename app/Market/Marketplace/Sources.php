<?php

declare(strict_types=1);

namespace App\Market\Marketplace;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Models\Channel;
use App\Market\Shop\ShopClient;

/** Finds who tells of a channel's listings and orders. */
final readonly class Sources
{
    public static function of(Channel $channel): ListingSource
    {
        return $channel->kind === ChannelKind::Shop ? new ShopClient($channel) : new MarketplaceClient($channel);
    }
}
