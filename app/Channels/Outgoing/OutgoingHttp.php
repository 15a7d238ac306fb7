<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use Closure;
use GuzzleHttp\Psr7\DroppingStream;
use GuzzleHttp\Psr7\Utils;
use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\PendingRequest;
use Psr\Http\Message\RequestInterface;

/**
 * The one way by which HTTP requests leave. Every request, and every redirect where one is followed, is checked by
 * AddressGuard and connects to an address that was checked. Redirects are not followed unless the caller asks for it;
 * proxies of the environment are not used, as they would resolve names for themselves.
 */
final readonly class OutgoingHttp
{
    private const CONNECT_SECONDS = 3;

    private const SECONDS = 10;

    public const MAX_BYTES = 16 * 1_024 * 1_024;

    public function __construct(private Factory $http, private AddressGuard $guard)
    {
    }

    /**
     * A request that throws ForbiddenAddress or UnknownHost when it is sent, and a ConnectionException where no whole
     * answer came.
     *
     * @param  int  $maxBytes  of the answer, unpacked; beyond them the connection is closed
     */
    public function request(int $maxBytes = self::MAX_BYTES): PendingRequest
    {
        return $this->http
            ->connectTimeout(self::CONNECT_SECONDS)
            ->timeout(self::SECONDS)
            ->withoutRedirecting()
            ->withMiddleware($this->pin($maxBytes))
            ->withOptions(['proxy' => '']);
    }

    /** @return Closure(callable): Closure */
    private function pin(int $maxBytes): Closure
    {
        return fn (
            callable $handler,
        ): Closure => function (RequestInterface $request, array $options) use ($handler, $maxBytes) {
            $uri = $request->getUri();
            $addresses = $this->guard->addresses($uri->getHost());
            $port = $uri->getPort() ?? ($uri->getScheme() === 'https' ? 443 : 80);
            $options['curl'] = [
                ...$options['curl'] ?? [],
                CURLOPT_RESOLVE => [$uri->getHost().":{$port}:".implode(',', $addresses)],
                CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
            ];
            $options['sink'] = new DroppingStream(Utils::streamFor(), $maxBytes);

            return $handler($request, $options);
        };
    }
}
