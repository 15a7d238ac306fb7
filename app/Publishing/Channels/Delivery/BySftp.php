<?php

declare(strict_types=1);

namespace App\Publishing\Channels\Delivery;

use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;
use App\Support\Http\OutsideAddress;
use Closure;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Support\Facades\Storage;
use League\Flysystem\FilesystemException;
use League\Flysystem\PhpseclibV3\UnableToEstablishAuthenticityOfHost;

/** Into a folder of an SFTP server, whole or not at all: written under another name first, then renamed. */
final readonly class BySftp implements FileDelivery
{
    private const SECONDS_UNTIL_RETRY = 60;

    public function deliver(Channel $channel, string $name, string $csv): void
    {
        $this->on($channel, function (Filesystem $server) use ($name, $csv): void {
            $server->put(".{$name}.part", $csv);
            if ($server->exists($name)) {
                $server->delete($name);
            }
            $server->move(".{$name}.part", $name);
        });
    }

    public function isDelivered(Channel $channel, string $name): bool
    {
        return $this->on($channel, fn (Filesystem $server) => $server->exists($name));
    }

    /**
     * @template T
     *
     * @param  Closure(Filesystem): T  $work
     * @return T
     *
     * @throws ChannelUnavailable
     */
    private function on(Channel $channel, Closure $work): mixed
    {
        OutsideAddress::checkHost((string) $channel->delivery['host'], $channel->name);
        try {
            return $work($this->server($channel));
        } catch (FilesystemException|\RuntimeException $e) {
            throw new ChannelUnavailable($e->getPrevious() instanceof UnableToEstablishAuthenticityOfHost
                ? "The SFTP server of {$channel->name} shows another host key than the one you gave. Nothing was sent."
                : "The SFTP server of {$channel->name} did not take the file: ".mb_substr($e->getMessage(), 0, 200), self::SECONDS_UNTIL_RETRY);
        }
    }

    private function server(Channel $channel): Filesystem
    {
        $to = $channel->delivery ?? [];

        return Storage::build([
            'driver' => 'sftp', 'host' => $to['host'], 'port' => (int) ($to['port'] ?? 22), 'username' => $to['user'], 'password' => $to['password'] ?? null, 'privateKey' => $to['key'] ?? null,
            'hostFingerprint' => ($to['fingerprint'] ?? '') === '' ? null : $to['fingerprint'], 'root' => $to['folder'] ?? '', 'timeout' => 10, 'maxTries' => 1, 'throw' => true,
        ]);
    }
}
