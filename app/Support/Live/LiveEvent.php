<?php

declare(strict_types=1);

namespace App\Support\Live;

use OpenApi\Attributes as OA;

/** The data of an event named "change". */
#[OA\Schema(schema: 'LiveEvent')]
final readonly class LiveEvent
{
    /** @param  list<int>  $ids */
    public function __construct(
        #[OA\Property(type: 'string', enum: Topic::class)] public Topic $topic,
        #[OA\Property(
            description: 'Of what changed; none: many.',
            type: 'array',
            items: new OA\Items(type: 'integer'),
        )]
        public array $ids,
    ) {
    }
}
