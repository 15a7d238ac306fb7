<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Limits\FloorMoves;
use App\Catalogue\Models\RateInUse;
use OpenApi\Attributes as OA;

/** The rate of two currencies that costs are converted at, with what came since. */
#[OA\Schema(schema: 'RatePair')]
final readonly class RatePairResource
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $base,
        #[OA\Property] public string $quote,
        #[OA\Property(type: 'object', ref: '#/components/schemas/ExchangeRate')] public RateResource $used,
        #[OA\Property(format: 'date-time')] public string $used_since,
        #[OA\Property(
            description: 'The latest that came; where it is another than the one in use, that one holds still.',
            type: 'object',
            ref: '#/components/schemas/ExchangeRate',
        )]
        public RateResource $latest,
        #[OA\Property(description: 'Older than the workspace wants.')] public bool $is_old,
        #[OA\Property(
            description: 'One that would move floors far: a person decides.',
            type: 'object',
            nullable: true,
            ref: '#/components/schemas/ExchangeRate',
        )]
        public ?RateResource $asked,
        #[OA\Property(
            description: 'What that one would do.',
            type: 'object',
            nullable: true,
            ref: '#/components/schemas/FloorMoves',
        )]
        public ?FloorMoves $effect,
    ) {
    }

    public static function of(RateInUse $pair, RateResource $latest, ?FloorMoves $effect): self
    {
        return new self(
            $pair->id,
            $pair->base,
            $pair->quote,
            RateResource::of($pair->rate),
            $pair->used_since->toIso8601ZuluString(),
            $latest,
            $pair->is_old,
            $pair->asked === null ? null : RateResource::of($pair->asked),
            $effect,
        );
    }
}
