<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;

/** A listing is something, for so many days at least: at its floor, not to be priced, unsold. */
final readonly class ListingStands implements Condition
{
    /** quiet: nothing about its market has changed; run_stopped: a brake has stopped a run, told of one of its listings. */
    public const STATES = ['not_priced', 'at_floor', 'unsold', 'price_refused', 'run_stopped', 'reading_doubtful', 'reading_failing', 'quiet'];

    private const DAY_SECONDS = 86_400;

    /** @param  value-of<self::STATES>  $state */
    public function __construct(private string $state, private int $days = 0)
    {
    }

    public function find(Look $look): array
    {
        $since = $look->now->states[$this->state] ?? null;

        return $since !== null && $look->now->at - $since >= $this->days * self::DAY_SECONDS
            ? [new Finding($this->state, false, detail: $this->days === 0 ? null : (string) $this->days)]
            : [];
    }
}
