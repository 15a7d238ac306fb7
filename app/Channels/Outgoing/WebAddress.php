<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Support\Messages\Message;
use League\Uri\Exceptions\SyntaxError;
use League\Uri\Uri;

/** A web address (RFC 3986) that something is sent to. */
final readonly class WebAddress
{
    private const HIGHEST_PORT = 65_535;

    private function __construct(
        public string $url,
        public string $host,
        public int $port,
        private string $origin,
    ) {
    }

    /**
     * @throws ForbiddenAddress if it is none, or carries a user, a fragment or a host that programs read in different
     *     ways
     */
    public static function parse(string $url): self
    {
        try {
            $uri = Uri::new(trim($url));
        } catch (SyntaxError) {
            throw self::unreadable();
        }
        $scheme = strtolower((string) $uri->getScheme());
        $host = (string) $uri->getHost();
        if (! in_array($scheme, ['http', 'https'], true) || $host === '' || $uri->getPort() > self::HIGHEST_PORT) {
            throw self::unreadable();
        }
        if (
            $uri->getUserInfo() !== null ||
            $uri->getFragment() !== null ||
            preg_match('/[\\\\\x00-\x20\x7f]/', $url) === 1
        ) {
            throw new ForbiddenAddress(
                Message::of('address_with_extras'),
            );
        }
        $name = HostName::normalized($host);
        $written = str_contains($name, ':') ? "[{$name}]" : $name;
        $port = $uri->getPort() ?? ($scheme === 'https' ? 443 : 80);

        return new self((string) $uri->withHost($written), $name, $port, "{$scheme}://{$written}:{$port}");
    }

    /** Scheme, host and port (RFC 6454): to which secrets belong. */
    public function origin(): string
    {
        return $this->origin;
    }

    /**
     * As libcurl is told where to connect (CURLOPT_RESOLVE), whatever the name means a moment later.
     *
     * @param  non-empty-list<string>  $addresses
     */
    public function resolved(array $addresses): string
    {
        return "{$this->host}:{$this->port}:".implode(',', $addresses);
    }

    private static function unreadable(): ForbiddenAddress
    {
        return new ForbiddenAddress(Message::of('address_not_web'));
    }
}
