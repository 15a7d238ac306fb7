<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\PendingRequest;

/**
 * Calls programs by HTTP. Every request, and every redirect where one is followed, goes to an address that was checked
 * (PinnedAddress). Redirects are not followed unless the caller asks for it; proxies of the environment are not used, as
 * they would resolve names for themselves.
 */
final readonly class OutgoingHttp
{
    private const CONNECT_SECONDS = 3;

    private const SECONDS = 10;

    public const MAX_BYTES = 16 * 1_024 * 1_024;

    public function __construct(private Factory $http, private PinnedAddress $pinned)
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
            ->withMiddleware($this->pinned->middleware($maxBytes))
            ->withOptions(['proxy' => '']);
    }
}
