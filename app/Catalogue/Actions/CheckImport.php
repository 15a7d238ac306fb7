<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Models\Batch;
use App\Catalogue\Models\Import;
use App\Catalogue\Models\ImportMapping;
use App\Channels\Models\Channel;
use App\Support\Messages\Message;
use Illuminate\Validation\ValidationException;

/** Begins to work out what a file would change, and remembers what the columns of this supplier's files hold. */
final readonly class CheckImport
{
    public function __construct(private StartBatch $start)
    {
    }

    /**
     * @param  array<string, int|null>  $columns  field to column number
     * @param  string|null  $currency  ISO 4217, what costs are in where no column says
     * @param  '.'|','|null  $decimal  how decimals are written, where the file does not show it or shows it wrongly
     *
     * @throws ValidationException
     */
    public function handle(
        Import $import,
        array $columns,
        ?string $decimal,
        ?int $channelId,
        ?string $supplier,
        ?string $currency,
        ?string $effectiveFrom,
        ?int $userId,
    ): Batch {
        $import->checkColumns($columns);
        $header = $import->layout['header'];
        if (($columns['sku'] ?? null) === null) {
            throw ValidationException::withMessages(['columns.sku' => Message::of('import_sku_column_missing')]);
        }
        if ($channelId !== null) {
            Channel::query()->findOrFail($channelId);
        }
        if ($decimal !== null) {
            $import->update(['layout' => [...$import->layout, 'decimal' => $decimal]]);
        }
        if ($supplier !== null) {
            $names = array_map(
                fn (int $column) => $header[$column],
                array_filter($columns, fn (?int $column) => $column !== null),
            );
            ImportMapping::query()->updateOrCreate(['supplier' => $supplier], ['columns' => $names]);
        }

        return $this->start->import(
            $import,
            [
                'columns' => $columns,
                'channel' => $channelId,
                'supplier' => $supplier,
                'currency' => $currency,
                'effective_from' => $effectiveFrom,
            ],
            $userId,
        );
    }
}
