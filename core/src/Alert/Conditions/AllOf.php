<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;

/** All of them at once. */
final readonly class AllOf implements Condition
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
            $some = $condition->find($look);
            if ($some === []) {
                return [];
            }
            array_push($found, ...$some);
        }

        return $found;
    }
}
