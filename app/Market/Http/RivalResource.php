<?php

declare(strict_types=1);

namespace App\Market\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Rival')]
final readonly class RivalResource
{
    public function __construct(
        #[OA\Property(description: 'As rules name it.')] public string $seller,
        #[OA\Property(description: 'As the channel shows it.')] public string $name,
        #[OA\Property(description: 'Where it sells; null: in a shop of its own.')] public ?string $channel,
    ) {
    }
}
