<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'WorklistItem')]
final readonly class WorklistItem
{
    public function __construct(
        #[OA\Property(type: 'object', ref: '#/components/schemas/Listing')] public ListingRow $listing,
        #[OA\Property(description: 'What it brought in over 30 days.')] public string $revenue_30d,
        #[OA\Property(
            description: 'Of two limits that contradict each other, what the floor comes from.',
            type: 'object',
            ref: '#/components/schemas/Term',
            nullable: true,
        )]
        public ?TermResource $floor_term,
        #[OA\Property(
            description: 'And what the ceiling comes from.',
            type: 'object',
            ref: '#/components/schemas/Term',
            nullable: true,
        )]
        public ?TermResource $ceiling_term,
    ) {
    }
}
