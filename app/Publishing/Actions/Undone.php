<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use OpenApi\Attributes as OA;

/** What became of changes that someone took back. */
#[OA\Schema(schema: 'Undone')]
final readonly class Undone
{
    public function __construct(
        #[OA\Property(description: 'Never sent.')] public int $withdrawn,
        #[OA\Property(description: 'The old price is on its way back.')] public int $returning,
        #[OA\Property(description: 'Its price has changed again since; that is kept.')] public int $moved_on,
        #[OA\Property(
            description: 'The old price is outside its limits now, or the change is being sent at the moment.',
        )]
        public int $left,
    ) {
    }
}
