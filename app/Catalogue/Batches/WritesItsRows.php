<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Catalogue\Models\Batch;

/**
 * A batch of something else than products and listings. Parts that come after the catalogue bind theirs in the container
 * under PREFIX and the name of the kind.
 */
interface WritesItsRows extends BatchKind
{
    public const PREFIX = 'batch-kind:';

    /** @param  bool  $isUndo  from after back to before */
    public function writer(Batch $batch, bool $isUndo): BatchWriter;
}
