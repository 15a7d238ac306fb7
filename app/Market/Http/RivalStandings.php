<?php

declare(strict_types=1);

namespace App\Market\Http;

use OpenApi\Attributes as OA;

/** All rivals, and of when that is. */
#[OA\Schema(schema: 'RivalStandings')]
final readonly class RivalStandings
{
    /** @param  list<RivalStanding>  $rivals */
    public function __construct(
        #[OA\Property(description: 'When it was worked out; null: not yet.', format: 'date-time', nullable: true)]
        public ?string $as_of,
        #[OA\Property(description: 'Whether more has been observed since, and is being worked out.')]
        public bool $is_behind,
        #[OA\Property(
            description: 'Those that meet us on most listings first.',
            type: 'array',
            items: new OA\Items(ref: RivalStanding::class),
        )]
        public array $rivals,
    ) {
    }
}
