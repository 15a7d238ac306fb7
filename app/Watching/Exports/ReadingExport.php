<?php

declare(strict_types=1);

namespace App\Watching\Exports;

use App\Catalogue\Exports\CsvResponse;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Generator;
use Illuminate\Database\Query\Builder;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What came of reading pages, as a file. */
final readonly class ReadingExport
{
    private const CHUNK = 1_000;

    private const HEAD = [
        'Read at',
        'Shop',
        'Address',
        'SKU',
        'Variant',
        'Result',
        'Price',
        'Currency',
        'Old price',
        'Shipping',
        'Availability',
        'Found in',
        'Sure to %',
        'Why not',
        'HTTP status',
        'Bytes',
        'Milliseconds',
    ];

    /** @param  Builder  $readings  of readings as r, watches as w, sites as s and listings as l */
    public function __construct(private Builder $readings)
    {
    }

    public function file(string $name): StreamedResponse
    {
        return CsvResponse::of($name, self::HEAD, $this->rows());
    }

    /** @return Generator<list<string|int|null>> */
    private function rows(): Generator
    {
        $rows = $this->readings->select(['r.*', 'w.url', 'w.variant', 's.name as shop', 'l.sku'])->lazyById(self::CHUNK, 'r.id', 'id');
        foreach ($rows as $row) {
            $read = $row->document === null ? [] : json_decode($row->document, true, 16, JSON_THROW_ON_ERROR);
            yield [
                CarbonImmutable::parse($row->read_at)->toIso8601ZuluString(),
                $row->shop,
                $row->url,
                $row->sku,
                $row->variant,
                $row->verdict,
                $read['price'] ?? null,
                $read['currency'] ?? null,
                $read['old_price'] ?? null,
                $read['shipping'] ?? null,
                $read['availability'] ?? null,
                $read['found_by']['price'] ?? null,
                isset($read['confidence']) ? (int) round(100 * $read['confidence']) : null,
                $row->problem === null ? null : (string) Message::fromStored($row->problem),
                $row->status,
                $row->bytes,
                $row->milliseconds,
            ];
        }
    }
}
