<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\BatchKind;
use App\Catalogue\Batches\BatchRows;
use App\Catalogue\Batches\PlannedRow;
use App\Catalogue\Edits\SetCost;
use App\Catalogue\Models\Batch;
use App\Catalogue\Models\Import;
use App\Support\Messages\Message;
use Wrasse\Core\Money\Currency;

/** Rows of a file, each of them worked out against what is known. */
final readonly class ImportBatch implements BatchKind
{
    private const ROWS = 2_000;

    private FileRows $file;

    public function __construct()
    {
        $this->file = new FileRows();
    }

    public function next(Batch $batch): ?array
    {
        $import = Import::query()->findOrFail($batch->import_id);
        $records = $this->file->next($import, $batch->cursor, self::ROWS);
        if ($records === []) {
            return null;
        }
        /**
         * @var array{columns: array<string, int|null>, channel?: int, supplier?: string, currency?: string, effective_from?: string} $spec
         */
        $spec = $batch->spec;
        $workspace = Workspace::query()->findOrFail($batch->workspace_id);
        $reader = new RowReader(
            $spec['columns'],
            $workspace->money(),
            $import->layout['decimal'],
            $this->currencies($import->layout['header'], $spec),
        );
        $matcher = RowMatcher::for($workspace, $reader, $records, $spec);
        $earlier = BatchRows::of($batch)
            ->whereIn('key', array_values(array_filter(array_map($matcher->key(...), $records))))
            ->pluck('line', 'key')
            ->all();
        $rows = [];
        foreach ($records as $line => $record) {
            $row = $this->row($matcher, $reader, $record, $line, $earlier);
            if ($row->key !== null) {
                $earlier[$row->key] = $line;
            }
            $rows[] = $row;
        }

        return ['rows' => $rows, 'cursor' => $batch->cursor + count($records)];
    }

    public function movesFloors(Batch $batch): bool
    {
        $columns = array_filter((array) $batch->spec['columns'], fn (mixed $column) => $column !== null);

        return array_intersect(array_keys($columns), [
            ...array_keys(SetCost::FIELDS),
            'cost_currency',
            'floor',
            'supplier',
            'brand',
            'category',
        ]) !== [];
    }

    /**
     * @param  list<string>  $record
     * @param  array<string, int>  $earlier  lines by key
     */
    private function row(RowMatcher $matcher, RowReader $reader, array $record, int $line, array $earlier): PlannedRow
    {
        $sku = mb_substr($reader->cell($record, 'sku'), 0, 255);
        try {
            $key = $matcher->key($record);
            if ($key !== null && isset($earlier[$key])) {
                throw new RefusedRow(Message::of('row_same_sku', line: $earlier[$key]));
            }

            return $matcher->plan($record, $sku, $line);
        } catch (RefusedRow $e) {
            return new PlannedRow($sku, 'refused', $e->said(), line: $line, cells: $record);
        }
    }

    /**
     * What the heads of columns say their amounts are in; of costs a person may have said otherwise.
     *
     * @param  list<string>  $header
     * @param  array{columns: array<string, int|null>, currency?: string}  $spec
     * @return array<string, Currency> by field
     */
    private function currencies(array $header, array $spec): array
    {
        $columns = array_filter($spec['columns'], is_int(...));
        if (isset($spec['currency'])) {
            $columns = array_diff_key($columns, array_flip(SetCost::OF_COST));
        }

        return array_filter(array_map(fn (int $column) => ImportColumns::currency($header[$column]), $columns));
    }
}
