<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Market\Models\ChannelImport;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ChannelImport')]
final readonly class ChannelImportResource
{
    public function __construct(
        #[OA\Property] public int $channel_id,
        #[OA\Property(enum: ['subscribe', 'listings', 'offers', 'history'])] public string $step,
        #[OA\Property(description: 'Listings that the step has dealt with.')] public int $done,
        #[OA\Property(description: 'Of how many, where that is known.')] public ?int $total,
        #[OA\Property(description: 'Whether the channel is new: then all is read, later only its listings.')]
        public bool $is_first,
        #[OA\Property(
            description: 'Why it cannot go on at the moment.',
            ref: '#/components/schemas/Message',
            nullable: true,
        )]
        public ?Message $problem,
        #[OA\Property(description: 'When it goes on.', format: 'date-time')] public string $due_at,
    ) {
    }

    public static function of(ChannelImport $import): self
    {
        return new self(
            $import->channel_id,
            $import->step->value,
            $import->done,
            $import->total,
            $import->is_first,
            $import->problem,
            $import->due_at->toIso8601ZuluString(),
        );
    }
}
