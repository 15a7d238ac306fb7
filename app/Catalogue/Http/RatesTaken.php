<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(
    schema: 'RatesTaken',
    required: ['kept', 'used', 'asked'],
    properties: [
        new OA\Property(property: 'kept', description: 'How many were kept in the history.', type: 'integer'),
        new OA\Property(property: 'used', description: 'How many costs are converted at from now on.', type: 'integer'),
        new OA\Property(property: 'asked', description: 'How many wait for a person.', type: 'integer'),
    ],
    type: 'object',
)]
final readonly class RatesTaken
{
}
