<?php

declare(strict_types=1);

namespace App\Channels\Drivers\File;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\Connection;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\SftpServer;
use App\Channels\Outgoing\UnknownHost;
use App\Support\Messages\Message;
use Closure;
use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\PhpseclibV3\UnableToEstablishAuthenticityOfHost;
use Throwable;

/** Into a folder of an SFTP server, whole or not at all: written under another name first, then renamed. */
final readonly class SftpDelivery implements FileDelivery
{
    private const SECONDS_UNTIL_RETRY = 60;

    public function __construct(private SftpServer $server)
    {
    }

    public function deliver(Connection $connection, string $name, string $csv): void
    {
        $this->on($connection, function (FilesystemOperator $server) use ($name, $csv): void {
            $server->write(".{$name}.part", $csv);
            if ($server->fileExists($name)) {
                $server->delete($name);
            }
            $server->move(".{$name}.part", $name);
        });
    }

    public function isDelivered(Connection $connection, string $name): bool
    {
        return $this->on($connection, fn (FilesystemOperator $server) => $server->fileExists($name));
    }

    /**
     * @template T
     *
     * @param  Closure(FilesystemOperator): T  $work
     * @return T
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    private function on(Connection $connection, Closure $work): mixed
    {
        try {
            return $work($this->server->open($connection));
        } catch (ForbiddenAddress $e) {
            throw new ChannelRefused(Message::of('channel_not_called', channel: $connection->name, reason: $e->said()));
        } catch (UnknownHost $e) {
            throw new ChannelUnavailable(
                Message::of('channel_not_found', channel: $connection->name, reason: $e->said()),
                self::SECONDS_UNTIL_RETRY,
            );
        } catch (FilesystemException $e) {
            report($e);
            throw new ChannelUnavailable(
                self::isWrongHostKey($e)
                    ? Message::of('channel_other_host_key', channel: $connection->name)
                    : Message::of('channel_sftp_failed', channel: $connection->name),
                self::SECONDS_UNTIL_RETRY,
            );
        }
    }

    private static function isWrongHostKey(?Throwable $e): bool
    {
        return $e !== null &&
            ($e instanceof UnableToEstablishAuthenticityOfHost || self::isWrongHostKey($e->getPrevious()));
    }
}
