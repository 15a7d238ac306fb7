<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

/** The floor of a row's listing that moves the most. Amounts in minor units. */
final readonly class FloorEffect
{
    /**
     * @param  string|null  $movePercent  from before to after, of before; null where one of them is missing
     * @param  bool  $isBeyond  whether one of the row's floors moves by more than the workspace takes without asking
     * @param  int  $below  how many of the row's listings are priced below their new floor
     */
    public function __construct(
        public ?int $before,
        public ?int $after,
        public ?string $movePercent,
        public bool $isBeyond,
        public int $below,
    ) {
    }
}
