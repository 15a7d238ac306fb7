<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ApprovalAnswer')]
final readonly class ApprovalAnswer
{
    /** @param  list<array{id: int, why: Message}>  $refused */
    public function __construct(
        #[OA\Property(description: 'How many went out, or were rejected.')] public int $done,
        #[OA\Property(
            description: 'Those that did not, and why.',
            type: 'array',
            items: new OA\Items(
                required: ['id', 'why'],
                properties: [
                    new OA\Property(property: 'id', type: 'integer'),
                    new OA\Property(property: 'why', ref: '#/components/schemas/Message'),
                ],
            ),
        )]
        public array $refused,
    ) {
    }

    /** @param  array<int, Message>  $refused  why, by approval */
    public static function of(int $done, array $refused): self
    {
        return new self(
            $done,
            array_map(fn (int $id, Message $why) => ['id' => $id, 'why' => $why], array_keys($refused), $refused),
        );
    }
}
