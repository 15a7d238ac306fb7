<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

/** Amounts in these currencies are converted at other rates than before. Told within the transaction that takes them. */
final readonly class RatesChanged
{
    /** @param  non-empty-list<string>  $currencies  ISO 4217 */
    public function __construct(public int $workspaceId, public array $currencies)
    {
    }
}
