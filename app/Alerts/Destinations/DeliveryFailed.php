<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Support\Messages\Message;
use RuntimeException;

/** A destination did not take what was sent. */
final class DeliveryFailed extends RuntimeException
{
    /**
     * @param  bool  $isFinal  it never will
     * @param  int|null  $retrySeconds  when it may be tried again, where it says so
     */
    public function __construct(
        public readonly Message $problem,
        public readonly bool $isFinal = false,
        public readonly ?int $retrySeconds = null,
    ) {
        parent::__construct((string) $problem);
    }
}
