<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Catalogue\Edits\BulkEdits;
use App\Catalogue\Edits\EditBatch;
use App\Catalogue\Imports\ImportBatch;
use App\Catalogue\Imports\NewProduct;
use App\Catalogue\Models\Batch;
use App\Catalogue\Prices\HandPrices;
use Illuminate\Contracts\Container\Container;

/** Which kind of batch it is. */
final class BatchKinds
{
    /** @var array<string, BatchKind> by batch: they may keep their place from one call to the next */
    private array $known = [];

    public function __construct(
        private readonly BulkEdits $edits,
        private readonly HandPrices $prices,
        private readonly Container $container,
    ) {
    }

    public function of(Batch $batch): BatchKind
    {
        return $this->known[$batch->id] ??= match ($batch->kind) {
            'import' => new ImportBatch(),
            'new_product' => new NewProduct(),
            default => $this->ofOtherPart($batch->kind) ?? new EditBatch($this->edits->of($batch->kind)),
        };
    }

    /** @param  bool  $isUndo  from after back to before */
    public function writer(Batch $batch, bool $isUndo): BatchWriter
    {
        $kind = $this->of($batch);

        return $kind instanceof WritesItsRows
            ? $kind->writer($batch, $isUndo)
            : new RowWriter($batch, $isUndo, $this->prices);
    }

    private function ofOtherPart(string $kind): ?WritesItsRows
    {
        $name = WritesItsRows::PREFIX.$kind;
        if (! $this->container->bound($name)) {
            return null;
        }

        /** @var WritesItsRows */
        return $this->container->make($name);
    }
}
