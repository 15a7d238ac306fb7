<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ApprovalAnswer')]
final readonly class ApprovalAnswer
{
    /** @param  list<array{id: int, why: string}>  $refused */
    public function __construct(
        #[OA\Property(description: 'How many went out, or were rejected.')] public int $done,
        #[OA\Property(
            description: 'Those that did not, and why.',
            type: 'array',
            items: new OA\Items(
                required: ['id', 'why'],
                properties: [
                    new OA\Property(property: 'id', type: 'integer'),
                    new OA\Property(property: 'why', type: 'string'),
                ],
            ),
        )]
        public array $refused,
    ) {
    }

    /** @param  array<int, string>  $refused  why, by approval */
    public static function of(int $done, array $refused): self
    {
        return new self(
            $done,
            array_map(fn (int $id, string $why) => ['id' => $id, 'why' => $why], array_keys($refused), $refused),
        );
    }
}
