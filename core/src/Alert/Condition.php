<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert;

/** What somebody wants to be told of. */
interface Condition
{
    /** @return list<Finding> what was found; empty: it does not hold */
    public function find(Look $look): array;
}
