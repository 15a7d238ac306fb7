<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

/** A change of ours, as a mark in the history. */
#[OA\Schema(schema: 'HistoryChange')]
final readonly class HistoryChange
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'Seconds since 1970.')] public int $at,
        #[OA\Property] public string $from,
        #[OA\Property] public string $to,
        #[OA\Property] public string $state,
    ) {
    }
}
