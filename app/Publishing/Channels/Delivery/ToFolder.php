<?php

declare(strict_types=1);

namespace App\Publishing\Channels\Delivery;

use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;

/** Into the channel's folder on this machine, whole or not at all. */
final readonly class ToFolder implements FileDelivery
{
    private const SECONDS_UNTIL_RETRY = 30;

    public function deliver(Channel $channel, string $name, string $csv): void
    {
        $folder = self::folder($channel);
        $part = "{$folder}/.{$name}.part";
        $isThere = (is_dir($folder) || @mkdir($folder, 0o750, true) || is_dir($folder)) && @file_put_contents($part, $csv) === strlen($csv) && @rename($part, "{$folder}/{$name}");
        if (! $isThere) {
            throw new ChannelUnavailable("The file could not be written into the folder of {$channel->name}: ".(error_get_last()['message'] ?? 'unknown reason').'.', self::SECONDS_UNTIL_RETRY);
        }
    }

    public function isDelivered(Channel $channel, string $name): bool
    {
        return is_file(self::folder($channel)."/{$name}");
    }

    public static function folder(Channel $channel): string
    {
        return storage_path("app/prices/{$channel->key}");
    }
}
