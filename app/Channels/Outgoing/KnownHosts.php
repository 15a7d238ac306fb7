<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

/** Names with addresses of their own here, before all others. */
final readonly class KnownHosts implements AddressResolver
{
    /** @param  list<string>  $hosts  such as "shop.test=127.0.0.1", or "*.test=127.0.0.1" for all below */
    public function __construct(private array $hosts, private AddressResolver $others)
    {
    }

    public function resolve(string $host): array
    {
        foreach ($this->hosts as $known) {
            [$name, $address] = [...explode('=', $known, 2), ''];
            if ($name === $host || str_starts_with($name, '*') && str_ends_with($host, substr($name, 1))) {
                return [$address];
            }
        }

        return $this->others->resolve($host);
    }
}
