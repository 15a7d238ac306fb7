<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Field;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Reference;

use function max;

/** The item price that equals a figure of the market. */
final readonly class ReferenceCeiling implements CeilingTerm
{
    public function __construct(private Reference $reference)
    {
    }

    public function needsCost(): bool
    {
        return false;
    }

    public function largest(Listing $listing, Field $field): ?int
    {
        $figure = $this->reference->figure($field, $listing);

        return $figure === null ? null : max(1, $field->basis->itemPrice($figure, $listing->earnings->shipping));
    }

    public function says(Listing $listing): string
    {
        return 'not above '.$this->reference->name();
    }
}
