<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use OpenApi\Attributes as OA;
use Wrasse\Core\Trail\Reason;

#[OA\Schema(schema: 'FormulaValue')]
final readonly class FormulaValue
{
    /** @param  list<string>  $functions */
    public function __construct(
        #[OA\Property(description: 'The price it gives, before limits and all else.')] public ?string $price,
        #[OA\Property(description: 'What happened, in a sentence.')] public string $says,
        #[OA\Property] public string $outcome,
        #[OA\Property(type: 'string', enum: Reason::class)] public string $reason,
        #[OA\Property(
            type: 'object',
            description: 'The figures it can name, with their value for this listing.',
            additionalProperties: new OA\AdditionalProperties(type: 'string', nullable: true),
        )]
        public object $figures,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $functions,
    ) {
    }
}
