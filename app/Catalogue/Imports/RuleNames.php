<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

/** Asked by imports, answered by the pricing side: which rules are there? */
interface RuleNames
{
    /** @return array<string, int> by name in small letters */
    public function ids(): array;
}
