<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

/** A rival came, went or changed its price. */
final readonly class RivalMove
{
    /**
     * @param  int  $at  seconds since 1970
     * @param  int|null  $from  with shipping, in minor units; null: it was not there
     * @param  int|null  $to  with shipping, in minor units; null: it is not there any more
     * @param  int|null  $reactionSeconds  how long after a move of ours, where it may be an answer to it
     */
    public function __construct(
        public string $seller,
        public int $at,
        public ?int $from,
        public ?int $to,
        public ?int $reactionSeconds,
    ) {
    }
}
