<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** What the buy box holder asks. */
final readonly class BuyBoxReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->buyBox();
    }

    protected function absent(): Message
    {
        return Phrase::BuyBoxAbsent->with();
    }

    public function name(): Message
    {
        return Phrase::BuyBox->with();
    }
}
