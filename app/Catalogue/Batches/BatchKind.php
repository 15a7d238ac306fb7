<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Catalogue\Models\Batch;

/** Where the rows of a batch come from. */
interface BatchKind
{
    /**
     * The next rows, some thousand at a time.
     *
     * @return array{rows: list<PlannedRow>, cursor: int}|null null when there are no more
     */
    public function next(Batch $batch): ?array;

    /** Whether floors may move by it, so that its effect on them is worked out beforehand. */
    public function movesFloors(Batch $batch): bool;
}
