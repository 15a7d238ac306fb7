<?php

declare(strict_types=1);

namespace App\Channels;

use App\Channels\Drivers\Fennmarkt\FennmarktDriver;
use App\Channels\Drivers\File\FileDriver;
use App\Channels\Drivers\Quayside\QuaysideDriver;
use App\Channels\Drivers\Shop\ShopDriver;
use App\Channels\Drivers\Webhook\WebhookDriver;
use App\Channels\Models\Channel;
use App\Channels\Ports\OfferSource;
use Illuminate\Contracts\Container\Container;
use LogicException;

/** The kinds of channels there are. */
final readonly class DriverRegistry
{
    /** @var list<class-string<Driver>> in the order in which they are offered */
    public const ALL = [
        QuaysideDriver::class,
        FennmarktDriver::class,
        ShopDriver::class,
        FileDriver::class,
        WebhookDriver::class,
    ];

    public function __construct(private Container $container)
    {
    }

    /**
     * @return class-string<Driver>
     *
     * @throws LogicException if there is none of that name
     */
    public static function named(string $name): string
    {
        foreach (self::ALL as $driver) {
            if ($driver::name() === $name) {
                return $driver;
            }
        }
        throw new LogicException("There is no driver named {$name}.");
    }

    /**
     * @param  class-string  $port
     * @return list<string> names of the drivers that implement it
     */
    public static function namesOf(string $port): array
    {
        $drivers = array_filter(self::ALL, fn (string $driver) => is_subclass_of($driver, $port));

        return array_values(array_map(fn (string $driver) => $driver::name(), $drivers));
    }

    public function of(Channel $channel): Driver
    {
        return $this->make($channel->driver, $channel->connection());
    }

    public function make(string $name, Connection $connection): Driver
    {
        return $this->container->make(self::named($name), ['connection' => $connection]);
    }

    /**
     * @template T of object
     *
     * @param  class-string<T>  $port
     * @return T
     *
     * @throws LogicException if the channel has no such port
     */
    public function port(Channel $channel, string $port): object
    {
        $driver = $this->of($channel);

        return $driver instanceof $port ? $driver : throw new LogicException("{$channel->driver} has no {$port}.");
    }

    /** @param  class-string  $port */
    public static function has(Channel $channel, string $port): bool
    {
        return is_subclass_of(self::named($channel->driver), $port);
    }

    /** @throws LogicException if the channel shows no offers */
    public static function itemsPerCall(Channel $channel): int
    {
        $driver = self::named($channel->driver);

        return is_subclass_of($driver, OfferSource::class)
            ? $driver::itemsPerCall()
            : throw new LogicException("{$channel->driver} shows no offers.");
    }
}
