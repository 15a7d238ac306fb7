<?php

declare(strict_types=1);

namespace App\Watching\Http;

use OpenApi\Attributes as OA;

/** To how many watches something was done. */
#[OA\Schema(schema: 'WatchCount')]
final readonly class WatchCount
{
    public function __construct(#[OA\Property] public int $watches)
    {
    }
}
