<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Catalogue\Edits\BulkEdits;
use App\Catalogue\Edits\EditBatch;
use App\Catalogue\Imports\ImportBatch;
use App\Catalogue\Imports\NewProduct;
use App\Catalogue\Models\Batch;

/** Which kind of batch it is. */
final class BatchKinds
{
    /** @var array<string, BatchKind> by batch: they may keep their place from one call to the next */
    private array $known = [];

    public function __construct(private readonly BulkEdits $edits)
    {
    }

    public function of(Batch $batch): BatchKind
    {
        return $this->known[$batch->id] ??= match ($batch->kind) {
            'import' => new ImportBatch(),
            'new_product' => new NewProduct(),
            default => new EditBatch($this->edits->of($batch->kind)),
        };
    }
}
