<?php

declare(strict_types=1);

namespace App\Catalogue\Exports;

use App\Catalogue\Batches\BatchRows;
use App\Catalogue\Models\Batch;
use App\Support\Messages\Message;
use Generator;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * The refused rows of a batch. Of a file they are given back as they stood, so that they can be mended and brought
 * again.
 */
final readonly class BatchReport
{
    private const REASON = 'Why it was refused';

    public function __construct(private Batch $batch)
    {
    }

    public function refused(): StreamedResponse
    {
        $header = $this->batch->import === null ? ['SKU'] : $this->batch->import->layout['header'];

        return CsvResponse::of(
            'refused-'.$this->batch->created_at->format('Y-m-d-Hi').'.csv',
            [...$header, self::REASON],
            $this->rows(count($header)),
            $this->batch->import === null ? ',' : $this->batch->import->layout['delimiter'],
        );
    }

    /** @return Generator<list<string|null>> */
    private function rows(int $columns): Generator
    {
        foreach (BatchRows::of($this->batch)->where('verdict', 'refused')->orderBy('position')->lazy(1_000) as $row) {
            /** @var list<string> $cells */
            $cells =
                $row->cells === null ? [(string) $row->sku] : json_decode($row->cells, true, 4, JSON_THROW_ON_ERROR);
            yield [
                ...array_slice(array_pad($cells, $columns, ''), 0, $columns),
                (string) Message::fromStored($row->why),
            ];
        }
    }
}
