<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

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

    protected function absent(): Message
    {
        return Phrase::SellerAbsent->with(['seller' => $this->seller]);
    }

    public function name(): Message
    {
        return Phrase::OfSeller->with(['seller' => $this->seller]);
    }
}
