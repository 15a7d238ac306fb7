<?php

declare(strict_types=1);

namespace App\Publishing\Channels;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Models\Channel;
use Illuminate\Contracts\Container\Container;

/** Finds the driver of a channel. */
final readonly class Drivers
{
    /** @var array<string, class-string<ChannelDriver>> */
    private const OF = [
        ChannelKind::Marketplace->value => MarketplaceDriver::class,
        ChannelKind::Shop->value => ShopDriver::class,
        ChannelKind::File->value => FileDriver::class,
        ChannelKind::Webhook->value => WebhookDriver::class,
    ];

    public function __construct(private Container $container)
    {
    }

    public function of(Channel $channel): ChannelDriver
    {
        return $this->container->make(self::OF[$channel->kind->value]);
    }
}
