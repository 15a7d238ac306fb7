<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Catalogue\Edits\BulkEdits;
use App\Catalogue\Edits\EditBatch;
use App\Catalogue\Imports\ImportBatch;
use App\Catalogue\Models\Batch;

/** Which kind of batch it is. */
final readonly class BatchKinds
{
    public function __construct(private BulkEdits $edits)
    {
    }

    public function of(Batch $batch): BatchKind
    {
        return $batch->kind === 'import' ? new ImportBatch : new EditBatch($this->edits->of($batch->kind));
    }
}
