<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Catalogue\Channels\ChannelRefused;

/** Keeps what people type as addresses from reaching into the network this runs in. */
final readonly class OutsideAddress
{
    /** @throws ChannelRefused */
    public static function check(string $url, string $name): void
    {
        $scheme = parse_url($url, PHP_URL_SCHEME);
        $host = parse_url($url, PHP_URL_HOST);
        if (! in_array($scheme, ['http', 'https'], true) || ! is_string($host)) {
            throw new ChannelRefused("The address of {$name} is not a web address.");
        }
        self::checkHost($host, $name);
    }

    /** @throws ChannelRefused */
    public static function checkHost(string $host, string $name): void
    {
        if (config('channels.private_addresses')) {
            return;
        }
        $host = trim($host, '[]');
        $addresses = filter_var($host, FILTER_VALIDATE_IP) !== false ? [$host] : [
            ...array_column(@dns_get_record($host, DNS_A) ?: [], 'ip'), ...array_column(@dns_get_record($host, DNS_AAAA) ?: [], 'ipv6'),
        ];
        foreach ($addresses as $address) {
            if (filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE) === false) {
                throw new ChannelRefused("The address of {$name} is one of this network; prices are sent to outside addresses only.");
            }
        }
    }
}
