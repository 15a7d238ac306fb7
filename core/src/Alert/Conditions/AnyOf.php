<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;

/** One of them at least. */
final readonly class AnyOf implements Condition
{
    /** @param  non-empty-list<Condition>  $conditions */
    public function __construct(private array $conditions)
    {
    }

    public function find(Look $look): array
    {
        /** @var list<Finding> $found */
        $found = [];
        foreach ($this->conditions as $condition) {
            array_push($found, ...$condition->find($look));
        }

        return $found;
    }
}
