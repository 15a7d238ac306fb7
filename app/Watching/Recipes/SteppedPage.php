<?php

declare(strict_types=1);

namespace App\Watching\Recipes;

use OpenApi\Attributes as OA;

/** What the steps of a recipe make of a page, one after the other. */
#[OA\Schema(schema: 'SteppedPage')]
final readonly class SteppedPage
{
    /** @param  array<string, list<string|null>>  $fields */
    public function __construct(
        #[OA\Property] public int $reading,
        #[OA\Property] public string $url,
        #[OA\Property(
            description: 'By field what there is after each step, shortened; null, and no more: it finds nothing.',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(
                type: 'array',
                items: new OA\Items(type: 'string', nullable: true),
            ),
        )]
        public array $fields,
    ) {
    }
}
