<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

/** Finds the addresses of a host name. */
interface AddressResolver
{
    /** @return list<string> IPv4 and IPv6 addresses; none where the name does not resolve */
    public function resolve(string $host): array;
}
