<?php

declare(strict_types=1);

namespace App\Pricing\Effects;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Pricing\Actions\TryOut;

/** What a rule would do to listings, while someone is still writing it. */
final readonly class WorkOutEffect
{
    public const LARGEST_MOVES = 10;

    public function __construct(private TryOut $tryOut)
    {
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  list<int>|null  $listingIds
     * @param  array<string, mixed>  $filter
     */
    public function handle(Workspace $workspace, array $document, ?array $listingIds, array $filter): Effect
    {
        $effect = new Effect(self::LARGEST_MOVES, new OwnCurrency($workspace));
        foreach ($this->tryOut->handle($workspace, $document, $listingIds, $filter) as [$one, $units]) {
            $effect->add($one, $units);
        }

        return $effect;
    }
}
