<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Sentence;

/** Says of some amounts of a text what they stand for; what an earlier one has claimed is left alone. */
interface Claim
{
    public function on(Sentence $sentence): void;
}
