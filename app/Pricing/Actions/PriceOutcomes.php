<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Pricing\Deciding\EvaluatedListing;
use App\Pricing\Deciding\Grounds;
use App\Pricing\Deciding\PriceCheck;
use App\Pricing\Events\DecidedPrice;
use App\Pricing\Models\PriceHold;
use App\Pricing\Runs\OpenPrice;
use App\Support\Messages\Message;

/** What becomes of prices set by hand, and of those that are open, while listings are decided on. */
final class PriceOutcomes
{
    /** @var list<DecidedPrice> set by hand, and due to be sent now, or no longer allowed */
    public array $going = [];

    /** @var list<int> listings on which a price set by hand stands no longer */
    public array $ended = [];

    /** @var array<int, Message> why a price no longer holds, by change */
    public array $withdrawn = [];

    /** @var array<int, true> */
    private array $wanted = [];

    /**
     * Sends the price that someone set by hand where it has not arrived yet, and ends it where it is over or its limits
     * no longer allow it.
     *
     * @return bool whether it stands, so that the rule leaves the listing alone
     */
    public function applyHold(EvaluatedListing $one, Grounds $grounds, ?OpenPrice $open): bool
    {
        $row = $one->row;
        $hold = $grounds->hold($row);
        if ($hold === null) {
            array_push($this->ended, ...$grounds->endedHolds($row));

            return false;
        }
        $refusal = PriceCheck::says($hold->price_minor, $one->decision->listing, $one->decision->limits);
        $isUnderWay = $open !== null && ($open->price === $hold->price_minor || $open->hasLeft);
        if ($refusal !== null) {
            $this->ended[] = $row->id;
            if ($hold->arrived_at === null && ($open === null || $open->price !== $hold->price_minor)) {
                $this->go($one, $hold, $refusal);
            }

            return false;
        }
        if ($hold->arrived_at === null && ! $isUnderWay && $hold->price_minor !== $row->price_minor) {
            $this->go($one, $hold, null);
            $this->wanted[$row->id] = true;
        }

        return true;
    }

    /** Whether a price set by hand takes the place of what is on its way. */
    public function isReplacedByHand(int $listingId): bool
    {
        return isset($this->wanted[$listingId]);
    }

    /** @param  Message|null  $because  null where it holds */
    public function withdrawIf(OpenPrice $open, ?Message $because): void
    {
        if ($because !== null) {
            $this->withdrawn[$open->id] = $because;
        }
    }

    private function go(EvaluatedListing $one, PriceHold $hold, ?Message $refusal): void
    {
        $limits = $one->decision->limits;
        $this->going[] = DecidedPrice::byHand(
            $one->row,
            $hold->price_minor,
            $limits->floor,
            $limits->ceiling,
            $hold->user_id,
            $refusal,
        );
    }
}
