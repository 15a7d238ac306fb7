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

    public static function label(): string
    {
        return 'Files: prices leave as CSV, nothing is read back';
    }

    public static function fields(): array
    {
        $sftp = ['delivery', 'sftp'];

        return [
            new ConnectionField(
                'delivery',
                'The files go',
                FieldType::Choice,
                options: [
                    'folder' => 'to be fetched from here',
                    'email' => 'by e-mail',
                    'sftp' => 'to an SFTP server',
                ],
            ),
            new ConnectionField('to', 'E-mail address', FieldType::Email, when: ['delivery', 'email']),
            new ConnectionField('host', 'Server', FieldType::Host, when: $sftp),
            new ConnectionField('port', 'Port', FieldType::Port, isRequired: false, when: $sftp, placeholder: '22'),
            new ConnectionField(
                'fingerprint',
                'Host key of the server (SHA-256)',
                FieldType::Fingerprint,
                when: $sftp,
                placeholder: 'SHA256:…',
            ),
            new ConnectionField('user', 'User', when: $sftp),
            new ConnectionField('password', 'Password', FieldType::Secret, when: $sftp, unless: 'key'),
            new ConnectionField('key', 'Or a private key', FieldType::SecretText, when: $sftp, unless: 'password'),
            new ConnectionField('folder', 'Folder', FieldType::Folder, isRequired: false, when: $sftp),
        ];
    }

    public static function destination(Connection $connection): string
    {
        return match ($connection->setting('delivery')) {
            'email' => 'CSV files by e-mail to '.$connection->setting('to'),
            'sftp' => 'CSV files to '.
                $connection->setting('host').
                ($connection->setting('folder') === '' ? '' : ", folder {$connection->setting('folder')}"),
            default => 'CSV files, to be fetched here',
        };
    }

    public function check(): string
    {
        return 'Sent without prices: '.$this->submit((string) Str::uuid7(), [])->reference.'.';
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
