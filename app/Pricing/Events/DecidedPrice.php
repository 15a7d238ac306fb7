<?php

declare(strict_types=1);

namespace App\Pricing\Events;

use App\Pricing\Deciding\ListingRow;
use App\Support\Messages\Message;

/** A price that is to be published. Amounts in minor units. */
final readonly class DecidedPrice
{
    /**
     * @param  bool  $isDraft  whether no channel shows the listing yet
     * @param  int  $from  its price now
     * @param  int|null  $decisionId  null where someone set it by hand: $userId
     * @param  int|null  $runId  the run it belongs to; it is not sent before that is released
     * @param  bool  $isHeld  whether it waits for a person to look at the run
     * @param  int  $afterSeconds  it is not sent before
     * @param  Message|null  $refusal  why it is not published: it is written down only
     */
    public function __construct(
        public int $listingId,
        public int $channelId,
        public bool $isDraft,
        public int $from,
        public ?int $decisionId,
        public int $price,
        public int $floor,
        public int $ceiling,
        public ?int $userId = null,
        public ?int $runId = null,
        public bool $isHeld = false,
        public int $afterSeconds = 0,
        public ?Message $refusal = null,
    ) {
    }

    /**
     * A price that someone set. The bounds noted with it hold it in any case: those that it breaks are what it is
     * refused for.
     */
    public static function byHand(
        ListingRow $listing,
        int $price,
        ?int $floor,
        ?int $ceiling,
        ?int $userId,
        ?Message $refusal,
    ): self {
        return new self(
            $listing->id,
            $listing->channel_id,
            $listing->is_draft,
            $listing->price_minor,
            null,
            $price,
            min($price, $floor ?? $price),
            max($price, $ceiling ?? $price),
            $userId,
            refusal: $refusal,
        );
    }
}
