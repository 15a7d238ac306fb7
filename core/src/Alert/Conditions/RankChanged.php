<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;

/** More rivals are cheaper than before, or fewer. */
final readonly class RankChanged implements Condition
{
    public function __construct(private bool $isBetter)
    {
    }

    public function find(Look $look): array
    {
        [$from, $to] = [$look->before->rank(), $look->now->rank()];

        return $from === $to || ($to < $from) !== $this->isBetter
            ? []
            : [new Finding($to < $from ? 'rank_better' : 'rank_worse', true, null, $from, $to)];
    }
}
