<?php

declare(strict_types=1);

namespace App\Pricing\Edits;

use App\Catalogue\Imports\RuleNames;
use App\Pricing\Models\Rule;

final readonly class KnownRules implements RuleNames
{
    public function ids(): array
    {
        return Rule::query()
            ->orderByDesc('id')
            ->get(['id', 'name'])
            ->mapWithKeys(fn (Rule $rule) => [mb_strtolower($rule->name) => $rule->id])
            ->all();
    }
}
