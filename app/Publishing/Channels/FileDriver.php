<?php

declare(strict_types=1);

namespace App\Publishing\Channels;

use App\Catalogue\Exports\CsvText;
use App\Catalogue\Models\Channel;
use App\Publishing\Channels\Delivery\ByEmail;
use App\Publishing\Channels\Delivery\BySftp;
use App\Publishing\Channels\Delivery\FileDelivery;
use App\Publishing\Channels\Delivery\ToFolder;
use Illuminate\Contracts\Container\Container;

/** Prices as a CSV file (RFC 4180). A price counts as delivered when the file is. */
final readonly class FileDriver implements ChannelDriver
{
    /** @var array<string, class-string<FileDelivery>> */
    public const WAYS = ['folder' => ToFolder::class, 'email' => ByEmail::class, 'sftp' => BySftp::class];

    private const HEADER = ['SKU', 'Price', 'Currency', 'Price before', 'GTIN', 'Title', 'Change'];

    public function __construct(private Container $container)
    {
    }

    public function submit(Channel $channel, string $key, array $lines): string
    {
        $name = self::fileName($key);
        $rows = array_map(fn (PriceLine $line) => [$line->sku, $line->price, $line->currency, $line->before, $line->gtin, $line->title, $line->changeId], $lines);
        $this->way($channel)->deliver($channel, $name, CsvText::of(self::HEADER, $rows));

        return $name;
    }

    public function takeBack(Channel $channel, string $key): ?string
    {
        $name = self::fileName($key);

        return $this->way($channel)->isDelivered($channel, $name) ? $name : null;
    }

    public function results(Channel $channel, string $reference, array $skus): array
    {
        return array_fill_keys($skus, null);
    }

    public function prices(Channel $channel, array $skus): null
    {
        return null;
    }

    /** The key is a UUID of version 7: names sort by time. */
    private static function fileName(string $key): string
    {
        return "prices-{$key}.csv";
    }

    private function way(Channel $channel): FileDelivery
    {
        return $this->container->make(self::WAYS[$channel->delivery['way'] ?? 'folder']);
    }
}
