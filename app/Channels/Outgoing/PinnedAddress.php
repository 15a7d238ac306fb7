<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use Closure;
use GuzzleHttp\Psr7\DroppingStream;
use GuzzleHttp\Psr7\Stream;
use GuzzleHttp\Psr7\Utils;
use Psr\Http\Message\RequestInterface;

/**
 * What every HTTP request that leaves goes through: its host is checked, it connects to an address that was checked,
 * whatever the name means a moment later, and an answer that is too long ends it.
 */
final readonly class PinnedAddress
{
    /** What of an answer is held in memory; the rest of it is in a file that ends with it. */
    private const IN_MEMORY = 'php://temp/maxmemory:262144';

    public function __construct(private AddressGuard $guard)
    {
    }

    /**
     * Middleware of Guzzle. Throws ForbiddenAddress or UnknownHost.
     *
     * @param  int  $maxBytes  of the answer, unpacked; beyond them the connection is closed
     * @return Closure(callable): Closure
     */
    public function middleware(int $maxBytes, ?OutgoingProxy $proxy = null): Closure
    {
        return fn (
            callable $handler,
        ): Closure => function (RequestInterface $request, array $options) use ($handler, $maxBytes, $proxy) {
            $uri = $request->getUri();
            $addresses = $this->guard->addresses($uri->getHost());
            $port = $uri->getPort() ?? ($uri->getScheme() === 'https' ? 443 : 80);
            $through = $proxy?->options($this->guard) ?? [];
            $options['curl'] = [
                CURLOPT_RESOLVE => [
                    $uri->getHost().":{$port}:".implode(',', $addresses),
                    ...$through[CURLOPT_RESOLVE] ?? [],
                ],
                CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
            ] + $through + ($options['curl'] ?? []);
            $options['sink'] = new DroppingStream(new Stream(Utils::tryFopen(self::IN_MEMORY, 'w+b')), $maxBytes);

            return $handler($request, $options);
        };
    }
}
