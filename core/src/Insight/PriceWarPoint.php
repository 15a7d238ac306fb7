<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

/** How the market of a listing looked at a moment. */
final readonly class PriceWarPoint
{
    /**
     * @param  int  $at  seconds since 1970
     * @param  int  $own  our price with shipping, in minor units
     * @param  array<string, int>  $rivals  prices with shipping by seller, in minor units
     */
    public function __construct(public int $at, public int $own, public array $rivals)
    {
    }
}
