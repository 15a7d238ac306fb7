<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use SensitiveParameter;

/** A server through which requests go out. It is reached like any other host: at an address that was checked. */
final readonly class OutgoingProxy
{
    /** @param  string  $user  empty: it asks for none */
    public function __construct(
        public WebAddress $address,
        private string $user,
        #[SensitiveParameter] private string $password,
    ) {
    }

    /**
     * @return array<int, mixed> options of libcurl
     *
     * @throws ForbiddenAddress
     * @throws UnknownHost
     */
    public function options(AddressGuard $guard): array
    {
        $options = [
            CURLOPT_PROXY => $this->address->origin(),
            CURLOPT_RESOLVE => [$this->address->resolved($guard->addresses($this->address->host))],
        ];
        if ($this->user !== '') {
            $options += [
                CURLOPT_PROXYUSERPWD => rawurlencode($this->user).':'.rawurlencode($this->password),
                CURLOPT_PROXYAUTH => CURLAUTH_BASIC | CURLAUTH_DIGEST,
            ];
        }

        return $options;
    }
}
