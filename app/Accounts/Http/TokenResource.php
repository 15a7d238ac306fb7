<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Token')]
final readonly class TokenResource
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property(format: 'date-time')] public ?string $last_used_at,
        #[OA\Property] public ?string $secret,
    ) {
    }
}
