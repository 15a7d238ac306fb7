<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Support\Messages\Message;
use Closure;

/** A page to be asked for. */
final readonly class PageRequest
{
    /**
     * @param  array<string, string>  $headers  beside those of every request
     * @param  Closure(WebAddress): ?Message  $whyNotFollowed  asked before a redirect is followed there; null: it is
     * @param  int  $maxBytes  of the answer, unpacked
     * @param  OutgoingProxy|null  $proxy  null: it is asked for directly
     */
    public function __construct(
        public WebAddress $address,
        public array $headers,
        public Closure $whyNotFollowed,
        public int $maxBytes,
        public ?OutgoingProxy $proxy = null,
    ) {
    }
}
