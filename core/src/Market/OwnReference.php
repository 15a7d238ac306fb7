<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** An item price of our own listing; own shipping is added where prices are compared with shipping. */
abstract readonly class OwnReference implements Reference
{
    /** @param  Reference|null  $else  where there is no such price; null = the lowest offer */
    public function __construct(private ?Reference $else = null)
    {
    }

    abstract protected function price(Listing $listing): ?int;

    public function figure(CompetitorSet $field, Listing $listing): ?int
    {
        $price = $this->price($listing);

        return $price === null
            ? $this->else()->figure($field, $listing)
            : $field->basis->figure($price, $listing->earnings->shipping);
    }

    public function says(CompetitorSet $field, Listing $listing): Message
    {
        return $this->price($listing) !== null
            ? $this->name()
            : Phrase::Instead->with([
                'absent' => Phrase::NotKnown->with(['reference' => $this->name()]),
                'reference' => $this->else()->says($field, $listing),
            ]);
    }

    private function else(): Reference
    {
        return $this->else ?? new LowestReference();
    }
}
