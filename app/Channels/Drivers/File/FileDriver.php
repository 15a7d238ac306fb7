<?php

declare(strict_types=1);

namespace App\Channels\Drivers\File;

use App\Channels\Connection;
use App\Channels\ConnectionField;
use App\Channels\Driver;
use App\Channels\FieldType;
use App\Channels\Ports\PricePublisher;
use App\Channels\Ports\PriceUpdate;
use App\Channels\Ports\Submission;
use App\Support\Csv\CsvText;
use App\Support\Messages\Message;
use Illuminate\Contracts\Container\Container;
use Illuminate\Support\Str;

/** Prices as a CSV file (RFC 4180). A price counts as delivered when the file is. */
final readonly class FileDriver implements Driver, PricePublisher
{
    /** @var array<string, class-string<FileDelivery>> */
    private const DELIVERIES = [
        'folder' => FolderDelivery::class,
        'email' => EmailDelivery::class,
        'sftp' => SftpDelivery::class,
    ];

    private const HEADER = ['SKU', 'Price', 'Currency', 'Price before', 'GTIN', 'Title', 'Change'];

    public function __construct(private Connection $connection, private Container $container)
    {
    }

    public static function name(): string
    {
        return 'file';
    }

    public static function label(): Message
    {
        return Message::of('driver_file');
    }

    public static function fields(): array
    {
        $sftp = ['delivery', 'sftp'];

        return [
            new ConnectionField(
                'delivery',
                Message::of('setting_delivery'),
                FieldType::Choice,
                options: [
                    'folder' => Message::of('setting_delivery_folder'),
                    'email' => Message::of('setting_delivery_email'),
                    'sftp' => Message::of('setting_delivery_sftp'),
                ],
            ),
            new ConnectionField('to', Message::of('setting_email'), FieldType::Email, when: ['delivery', 'email']),
            new ConnectionField('host', Message::of('setting_server'), FieldType::Host, when: $sftp),
            new ConnectionField(
                'port',
                Message::of('setting_port'),
                FieldType::Port,
                isRequired: false,
                when: $sftp,
                placeholder: '22',
            ),
            new ConnectionField(
                'fingerprint',
                Message::of('setting_host_key'),
                FieldType::Fingerprint,
                when: $sftp,
                placeholder: 'SHA256:…',
            ),
            new ConnectionField('user', Message::of('setting_user'), when: $sftp),
            new ConnectionField(
                'password',
                Message::of('setting_password'),
                FieldType::Secret,
                when: $sftp,
                unless: 'key',
            ),
            new ConnectionField(
                'key',
                Message::of('setting_private_key'),
                FieldType::SecretText,
                when: $sftp,
                unless: 'password',
            ),
            new ConnectionField(
                'folder',
                Message::of('setting_folder'),
                FieldType::Folder,
                isRequired: false,
                when: $sftp,
            ),
        ];
    }

    public static function destination(Connection $connection): Message
    {
        return match ($connection->setting('delivery')) {
            'email' => Message::of('sends_by_email', address: $connection->setting('to')),
            'sftp' => Message::of(
                'sends_by_sftp',
                host: $connection->setting('host'),
                folder: $connection->setting('folder'),
            ),
            default => Message::of('sends_to_folder'),
        };
    }

    public function check(): Message
    {
        return Message::of('tried_sent', reference: $this->submit((string) Str::uuid7(), [])->reference);
    }

    public function submit(string $key, array $updates): Submission
    {
        $name = self::fileName($key);
        $rows = array_map(
            fn (PriceUpdate $update) => [
                $update->sku,
                $update->price,
                $update->currency,
                $update->before,
                $update->gtin,
                $update->title,
                $update->changeId,
            ],
            $updates,
        );
        $this->delivery()->deliver($this->connection, $name, CsvText::of(self::HEADER, $rows));

        return new Submission($name);
    }

    public function takeBack(string $key): ?string
    {
        $name = self::fileName($key);

        return $this->delivery()->isDelivered($this->connection, $name) ? $name : null;
    }

    public function results(string $reference, array $skus): array
    {
        return array_fill_keys($skus, null);
    }

    public function shownPrices(array $skus): null
    {
        return null;
    }

    /** The key is a UUID of version 7: names sort by time. */
    private static function fileName(string $key): string
    {
        return "prices-{$key}.csv";
    }

    private function delivery(): FileDelivery
    {
        return $this->container->make(
            self::DELIVERIES[$this->connection->setting('delivery')] ?? FolderDelivery::class,
        );
    }
}
