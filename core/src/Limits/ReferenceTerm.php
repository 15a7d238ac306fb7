<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Reference;

use function max;

/** A limit at the item price that equals a figure of the market. */
abstract readonly class ReferenceTerm implements Term
{
    public function __construct(protected Reference $reference)
    {
    }

    public function needsCost(): bool
    {
        return false;
    }

    /** In minor units, 1 or more; null where nobody is in the market. */
    protected function price(Listing $listing, CompetitorSet $field): ?int
    {
        $figure = $this->reference->figure($field, $listing);

        return $figure === null ? null : max(1, $field->basis->itemPrice($figure, $listing->earnings->shipping));
    }
}
