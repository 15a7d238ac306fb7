<?php

declare(strict_types=1);

namespace Wrasse\Core\Decision;

use Wrasse\Core\Limits\LimitTerms;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Offer;
use Wrasse\Core\Rule\Rule;

/** All that one decision is made from. */
final readonly class Request
{
    /**
     * @param  int  $now  microseconds since 1970
     * @param  list<Offer>  $offers
     */
    public function __construct(
        public int $now,
        public Listing $listing,
        public LimitTerms $limits,
        public array $offers,
        public Rule $rule,
    ) {
    }
}
