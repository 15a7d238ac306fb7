<?php

declare(strict_types=1);

namespace App\Market\Models;

use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\ChangePush;
use App\Channels\Ports\HistorySource;
use App\Channels\Ports\ListingSource;
use App\Channels\Ports\OfferSource;

/**
 * What is read of a channel, in this order. Notifications are subscribed to first, so that nothing that happens
 * meanwhile is missed.
 */
enum ImportStep: string
{
    case Subscribe = 'subscribe';
    case Listings = 'listings';
    case Offers = 'offers';
    case History = 'history';

    /** @return self|null the first step of a channel; null where nothing can be read of it */
    public static function first(Channel $channel, bool $isFirstImport): ?self
    {
        return self::following(null, $channel, $isFirstImport);
    }

    /** @return self|null null after the last */
    public function next(Channel $channel, bool $isFirstImport): ?self
    {
        return self::following($this, $channel, $isFirstImport);
    }

    private static function following(?self $step, Channel $channel, bool $isFirstImport): ?self
    {
        $steps = array_values(
            array_filter(
                self::cases(),
                fn (self $case) => ($isFirstImport || $case === self::Listings) &&
                    DriverRegistry::has($channel, $case->port()),
            ),
        );
        $at = $step === null ? -1 : (int) array_search($step, $steps, true);

        return $steps[$at + 1] ?? null;
    }

    /** @return class-string */
    private function port(): string
    {
        return match ($this) {
            self::Subscribe => ChangePush::class,
            self::Listings => ListingSource::class,
            self::Offers => OfferSource::class,
            self::History => HistorySource::class,
        };
    }
}
