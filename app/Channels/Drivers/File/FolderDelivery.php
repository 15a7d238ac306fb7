<?php

declare(strict_types=1);

namespace App\Channels\Drivers\File;

use App\Channels\ChannelUnavailable;
use App\Channels\Connection;
use App\Support\Messages\Message;

/** Into the channel's folder on this machine, whole or not at all. */
final readonly class FolderDelivery implements FileDelivery
{
    private const SECONDS_UNTIL_RETRY = 30;

    public function deliver(Connection $connection, string $name, string $csv): void
    {
        $folder = self::folder($connection->key);
        $part = "{$folder}/.{$name}.part";
        $isFolder = is_dir($folder) || @mkdir($folder, 0o750, true) || is_dir($folder);
        $isThere = $isFolder && @file_put_contents($part, $csv) === strlen($csv) && @rename($part, "{$folder}/{$name}");
        if (! $isThere) {
            $reason = error_get_last()['message'] ?? 'unknown reason';
            throw new ChannelUnavailable(
                Message::of('channel_folder_failed', channel: $connection->name, reason: $reason),
                self::SECONDS_UNTIL_RETRY,
            );
        }
    }

    public function isDelivered(Connection $connection, string $name): bool
    {
        return is_file(self::folder($connection->key)."/{$name}");
    }

    /** @param  string  $key  of the channel */
    public static function folder(string $key): string
    {
        return storage_path("app/prices/{$key}");
    }
}
