<?php

declare(strict_types=1);

namespace Wrasse\Core\Decision;

use Wrasse\Core\Limits\LimitTerms;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Rule\Rule;

/** All that one decision is made from. */
final readonly class Request
{
    /** @param  int  $now  microseconds since 1970 */
    public function __construct(
        public int $now,
        public Listing $listing,
        public LimitTerms $limits,
        public Offers $offers,
        public Rule $rule,
    ) {
    }
}
