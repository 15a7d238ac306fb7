<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'RuleMoves')]
final readonly class RuleMoves
{
    public function __construct(
        #[OA\Property(description: 'Of the rule that the listings are on now.')] public int $rule,
        #[OA\Property] public int $up,
        #[OA\Property] public int $down,
    ) {
    }
}
