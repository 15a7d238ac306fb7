<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** What the buy box holder asks. */
final readonly class BuyBoxReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->buyBox();
    }

    protected function absent(): string
    {
        return 'nobody that counts holds the buy box';
    }

    public function name(): string
    {
        return 'the buy box';
    }
}
