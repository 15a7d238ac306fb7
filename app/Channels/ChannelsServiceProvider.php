<?php

declare(strict_types=1);

namespace App\Channels;

use App\Channels\Actions\SweepPauses;
use App\Channels\Outgoing\AddressGuard;
use App\Channels\Outgoing\AddressResolver;
use App\Channels\Outgoing\KnownHosts;
use App\Channels\Outgoing\PageClient;
use App\Channels\Outgoing\PinnedAddress;
use App\Channels\Outgoing\SystemResolver;
use App\Support\Schedule\Sweeper;
use Illuminate\Contracts\Container\Container;
use Illuminate\Support\ServiceProvider;

final class ChannelsServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepPauses::class], Sweeper::TAG);
        $this->app->bind(
            AddressResolver::class,
            fn () => new KnownHosts(config('channels.known_hosts'), new SystemResolver()),
        );
        $this->app->bind(
            AddressGuard::class,
            fn (Container $app) => new AddressGuard(
                $app->make(AddressResolver::class),
                config('channels.allowed_subnets'),
            ),
        );
        $this->app->bind(
            PageClient::class,
            fn (Container $app) => new PageClient(
                $app->make(PinnedAddress::class),
                config('channels.allowed_ports'),
            ),
        );
    }
}
