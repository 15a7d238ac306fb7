<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Support\Messages\Message;
use Symfony\Component\HttpFoundation\IpUtils;

/**
 * Keeps addresses that people enter from reaching into the network this runs in. Whoever connects asks here right
 * before, and connects to one of the addresses given back, so that a name that resolves differently a moment later
 * makes no difference.
 */
final readonly class AddressGuard
{
    /**
     * Not reachable from the public internet, or not to be: the IANA registry of special-purpose IPv4 addresses (RFC
     * 6890 and its updates), multicast (RFC 5771), and the address under which one large cloud answers its own
     * machines.
     */
    private const FORBIDDEN_IPV4 = [
        '0.0.0.0/8',
        '10.0.0.0/8',
        '100.64.0.0/10',
        '127.0.0.0/8',
        '168.63.129.16/32',
        '169.254.0.0/16',
        '172.16.0.0/12',
        '192.0.0.0/24',
        '192.0.2.0/24',
        '192.31.196.0/24',
        '192.52.193.0/24',
        '192.88.99.0/24',
        '192.168.0.0/16',
        '192.175.48.0/24',
        '198.18.0.0/15',
        '198.51.100.0/24',
        '203.0.113.0/24',
        '224.0.0.0/3',
    ];

    /** All of IPv6 that is in use worldwide (RFC 4291, 2.4) … */
    private const GLOBAL_IPV6 = '2000::/3';

    /**
     * … but for what the IANA registry of special-purpose IPv6 addresses takes out: protocols, Teredo, documentation,
     * 6to4, AS112.
     */
    private const FORBIDDEN_IPV6 = ['2001::/23', '2001:db8::/32', '2002::/16', '2620:4f:8000::/48', '3fff::/20'];

    /** @param  list<string>  $allowed  subnets that are allowed all the same, as CIDR */
    public function __construct(private AddressResolver $resolver, private array $allowed)
    {
    }

    /**
     * @param  string  $host  a name or an address as it stands in a URL
     * @return non-empty-list<string> its addresses, all of them checked
     *
     * @throws ForbiddenAddress
     * @throws UnknownHost
     */
    public function addresses(string $host): array
    {
        $name = HostName::normalized($host);
        $addresses = HostName::isAddress($name) ? [$name] : $this->resolver->resolve($name);
        if ($addresses === []) {
            throw new UnknownHost($host);
        }
        foreach ($addresses as $address) {
            if (! $this->isPublic($address)) {
                throw new ForbiddenAddress(
                    Message::of('address_not_public', host: $host),
                );
            }
        }

        return $addresses;
    }

    private function isPublic(string $address): bool
    {
        if (IpUtils::checkIp($address, $this->allowed)) {
            return true;
        }

        return str_contains($address, ':')
            ? IpUtils::checkIp6($address, self::GLOBAL_IPV6) && ! IpUtils::checkIp($address, self::FORBIDDEN_IPV6)
            : ! IpUtils::checkIp($address, self::FORBIDDEN_IPV4);
    }
}
