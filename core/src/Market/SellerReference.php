<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** What one seller asks. */
final readonly class SellerReference extends CompetitorReference
{
    public function __construct(private string $seller, ?Reference $else = null)
    {
        parent::__construct($else);
    }

    protected function of(CompetitorSet $field): ?int
    {
        return $field->ofSeller($this->seller);
    }

    protected function absent(): string
    {
        return "{$this->seller} has no offer that counts";
    }

    public function name(): string
    {
        return "the offer of {$this->seller}";
    }
}
