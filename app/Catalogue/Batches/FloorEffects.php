<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Accounts\Models\Workspace;

/** What changes to products and listings would do to floors, before they are made. */
interface FloorEffects
{
    /**
     * @param  list<PlannedRow>  $rows
     * @return array<int, FloorEffect> by the place of the row in the list; rows whose listings keep their floors are
     *     left out
     */
    public function of(Workspace $workspace, array $rows): array;
}
