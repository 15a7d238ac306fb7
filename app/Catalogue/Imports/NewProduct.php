<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\BatchKind;
use App\Catalogue\Batches\PlannedRow;
use App\Catalogue\Models\Batch;
use App\Support\Messages\Message;

/** A product, a draft to offer it somewhere, or both, given by hand: a file of one row. */
final readonly class NewProduct implements BatchKind
{
    /**
     * @param  array<string, mixed>  $fields  texts as people type them, by the names of ImportColumns
     *
     * @throws RefusedRow
     */
    public static function plan(Workspace $workspace, array $fields): PlannedRow
    {
        [$reader, $record] = RowReader::ofFields($fields, $workspace->money());
        $sku = $reader->cell($record, 'sku');
        if ($reader->cell($record, 'product') === '' && $reader->cell($record, 'title') === '') {
            throw new RefusedRow(Message::of('product_needs_title'), 'title');
        }
        $matcher = RowMatcher::for($workspace, $reader, [$record], ['columns' => []]);
        $row = $matcher->plan($record, $sku, 1);
        if ($row->verdict !== 'create') {
            throw new RefusedRow(
                $reader->cell($record, 'channel') === ''
                    ? Message::of('product_exists')
                    : Message::of('listing_exists'),
                'sku',
            );
        }
        if ($row->productId !== null && $reader->cell($record, 'product') === '') {
            throw new RefusedRow(
                Message::of('product_exists_open_it'),
                'sku',
            );
        }

        return $row;
    }

    public function next(Batch $batch): ?array
    {
        if ($batch->cursor > 0) {
            return null;
        }
        /** @var array<string, mixed> $fields */
        $fields = $batch->spec['fields'];
        try {
            $row = self::plan(Workspace::query()->findOrFail($batch->workspace_id), $fields);
        } catch (RefusedRow $e) {
            $row = PlannedRow::refused((string) ($fields['sku'] ?? ''), $e->said());
        }

        return ['rows' => [$row], 'cursor' => 1];
    }

    /** What has no floor yet cannot be moved. */
    public function movesFloors(Batch $batch): bool
    {
        return false;
    }
}
