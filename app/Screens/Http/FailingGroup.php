<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use OpenApi\Attributes as OA;
use stdClass;

/** Changes that did not arrive, for the same reason. */
#[OA\Schema(schema: 'FailingGroup')]
final readonly class FailingGroup
{
    public function __construct(
        #[OA\Property] public string $channel,
        #[OA\Property(enum: ['refused', 'failed'])] public string $state,
        #[OA\Property(
            description: 'In the channel’s words where it gave any.',
            ref: '#/components/schemas/Message',
            nullable: true,
        )]
        public ?Message $problem,
        #[OA\Property] public int $many,
        #[OA\Property(format: 'date-time')] public string $since,
    ) {
    }

    public static function of(stdClass $row): self
    {
        return new self(
            $row->channel,
            $row->state,
            $row->problem === null ? null : Message::fromStored($row->problem),
            (int) $row->many,
            CarbonImmutable::parse($row->since)->toIso8601ZuluString(),
        );
    }
}
