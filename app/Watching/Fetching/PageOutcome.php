<?php

declare(strict_types=1);

namespace App\Watching\Fetching;

use App\Support\Messages\Message;
use App\Watching\Trust\FoundOffer;
use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Page\PageReading;

/** What an answer says of the page of a watch. */
final readonly class PageOutcome
{
    /**
     * @param  FoundOffer|null  $offer  its reading has no number yet
     * @param  Message|null  $problem  why there is none
     * @param  bool  $isUnchanged  the page is as it was read the last time
     * @param  Availability|null  $soldOut  where the page has no price because there are none to be had
     * @param  bool  $isRefusal  the site does not want to show it to us
     * @param  bool  $isTrouble  the site could not answer, or asks to be left alone for a while
     */
    public function __construct(
        public ?FoundOffer $offer,
        public ?Message $problem,
        public ?PageReading $reading = null,
        public bool $isUnchanged = false,
        public ?Availability $soldOut = null,
        public bool $isRefusal = false,
        public bool $isTrouble = false,
    ) {
    }
}
