<?php

declare(strict_types=1);

namespace App\Market\Catalogue;

use App\Channels\Ports\CatalogueItem;
use Wrasse\Core\Matching\MatchResult;

/** An entry of a channel's catalogue, and whether it is the same as a product of ours. */
final readonly class FoundItem
{
    /** @param  string|null  $price  the lowest with shipping, in the currency of the channel; null: nobody has it in stock */
    public function __construct(public CatalogueItem $item, public ?string $price, public MatchResult $result, public bool $isTied)
    {
    }
}
