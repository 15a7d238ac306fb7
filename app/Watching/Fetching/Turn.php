<?php

declare(strict_types=1);

namespace App\Watching\Fetching;

use App\Channels\Outgoing\OutgoingProxy;
use App\Watching\Models\WebHost;
use Carbon\CarbonImmutable;

/** A host whose turn it is to be asked one thing: for its robots.txt, the page of a watch, or one that a crawl has found. */
final readonly class Turn
{
    /**
     * @param  int|null  $watchId  whose page it is
     * @param  int|null  $crawlPageId  likewise; neither: robots.txt
     * @param  OutgoingProxy|null  $proxy  through which it is asked; null: directly
     * @param  float  $delaySeconds  how long the host is left alone once it has answered
     */
    public function __construct(
        public WebHost $host,
        public ?int $watchId,
        public string $url,
        public ?string $etag,
        public ?string $lastModified,
        public CarbonImmutable $at,
        public float $delaySeconds,
        public ?OutgoingProxy $proxy = null,
        public ?int $crawlPageId = null,
    ) {
    }

    public function isRobots(): bool
    {
        return $this->watchId === null && $this->crawlPageId === null;
    }
}
