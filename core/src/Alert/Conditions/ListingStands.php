<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;

use function in_array;

/** A listing cannot be priced, is at its floor, or a page that is read for it is in trouble. */
final readonly class ListingStands implements Condition
{
    public const STATES = ['not_priced', 'at_floor', 'reading_doubtful', 'reading_failing'];

    /** @param  value-of<self::STATES>  $state */
    public function __construct(private string $state)
    {
    }

    public function find(Look $look): array
    {
        $now = $look->now;
        $holds = match ($this->state) {
            'not_priced' => $now->problem !== null,
            'at_floor' => $now->isAtFloor,
            'reading_doubtful' => in_array('doubtful', $now->readings, true),
            'reading_failing' => in_array('failing', $now->readings, true),
        };

        return $holds ? [new Finding($this->state, false, detail: $this->state === 'not_priced' ? $now->problem : null)] : [];
    }
}
