<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;

final readonly class ReferenceFloor extends ReferenceTerm implements FloorTerm
{
    public function smallest(Listing $listing, CompetitorSet $field): ?int
    {
        return $this->price($listing, $field);
    }

    public function says(Listing $listing): string
    {
        return 'not below '.$this->reference->name();
    }
}
