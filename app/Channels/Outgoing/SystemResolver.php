<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

/** Asks the operating system (getaddrinfo), as every other program on this machine does. */
final readonly class SystemResolver implements AddressResolver
{
    public function resolve(string $host): array
    {
        $found = @socket_addrinfo_lookup($host, null, ['ai_socktype' => SOCK_STREAM]);
        $addresses = [];
        foreach ($found === false ? [] : $found as $entry) {
            $address = socket_addrinfo_explain($entry)['ai_addr'];
            $addresses[] = (string) ($address['sin6_addr'] ?? ($address['sin_addr'] ?? ''));
        }

        return array_values(array_unique(array_filter($addresses)));
    }
}
