<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Channels\Connection;
use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\PhpseclibV3\SftpAdapter;
use League\Flysystem\PhpseclibV3\SftpConnectionProvider;
use phpseclib3\Net\SSH2;
use Throwable;

/**
 * Connects to SFTP servers: to a checked address, and with nothing sent before the server has shown the host key that
 * was entered.
 */
final readonly class SftpServer
{
    public const PORT = 22;

    private const SECONDS = 10;

    public function __construct(private AddressGuard $guard)
    {
    }

    /**
     * The server is called with the first operation.
     *
     * @param  Connection  $connection  with host, port, fingerprint, user, folder and a password or a key
     *
     * @throws ForbiddenAddress
     * @throws UnknownHost
     */
    public function open(Connection $connection): FilesystemOperator
    {
        $key = $connection->secret('key');
        $provider = new SftpConnectionProvider(
            host: $this->guard->addresses($connection->setting('host'))[0],
            username: $connection->setting('user'),
            password: $connection->secret('password'),
            privateKey: $key === '' ? null : $key,
            port: (int) $connection->setting('port') ?: self::PORT,
            timeout: self::SECONDS,
            maxTries: 1,
            hostFingerprint: $connection->setting('fingerprint'),
        );

        return new Filesystem(new SftpAdapter($provider, $connection->setting('folder')));
    }

    /**
     * The key that a server shows, for a person to compare.
     *
     * @return string|null SHA-256 as OpenSSH shows it; null where no SSH server answers
     *
     * @throws ForbiddenAddress
     * @throws UnknownHost
     */
    public function fingerprint(string $host, int $port): ?string
    {
        $address = $this->guard->addresses($host)[0];
        try {
            $key = (new SSH2($address, $port, self::SECONDS))->getServerPublicHostKey();
        } catch (Throwable) {
            return null;
        }
        $blob = is_string($key) ? base64_decode(explode(' ', $key)[1] ?? '', true) : false;

        return $blob === false ? null : 'SHA256:'.rtrim(base64_encode(hash('sha256', $blob, true)), '=');
    }
}
