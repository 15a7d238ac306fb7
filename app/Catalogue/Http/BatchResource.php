<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Batches\BatchState;
use App\Catalogue\Models\Batch;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

/** One change to many listings or products. */
#[OA\Schema(schema: 'Batch')]
final readonly class BatchResource
{
    public function __construct(
        #[OA\Property(format: 'uuid')] public string $id,
        #[OA\Property(description: 'The file it comes from.', format: 'uuid')] public ?string $import_id,
        #[OA\Property(
            enum: [
                'import',
                'watches',
                'new_product',
                'product',
                'cost',
                'limits',
                'supplier',
                'automation',
                'price',
                'prices',
                'markup',
                'rule',
            ],
        )]
        public string $kind,
        #[OA\Property(
            description: 'What it does; of an import the name of the file.',
            ref: '#/components/schemas/Message',
        )]
        public Message $title,
        #[OA\Property(enum: BatchState::class)] public string $state,
        #[OA\Property(description: 'How many rows there are, or are expected.')] public int $total,
        #[OA\Property(description: 'How many of them the present step has behind it.')] public int $done,
        #[OA\Property(description: 'Rows that make something new.')] public int $create,
        #[OA\Property] public int $change,
        #[OA\Property(description: 'Rows that are as they should be.')] public int $same,
        #[OA\Property] public int $refused,
        #[OA\Property(description: 'Rows left alone because someone changed them meanwhile.')] public int $left,
        #[OA\Property(description: 'Floors that rise.')] public int $floors_up,
        #[OA\Property(description: 'Floors that fall.')] public int $floors_down,
        #[OA\Property(description: 'Floors that move by more than is usual: they must be confirmed.')]
        public int $floors_beyond,
        #[OA\Property(description: 'Listings priced below their new floor.')] public int $below_floor,
        #[OA\Property(ref: '#/components/schemas/Message', nullable: true)] public ?Message $problem,
        #[OA\Property(format: 'date-time')] public string $created_at,
        #[OA\Property(format: 'date-time')] public ?string $applied_at,
        #[OA\Property(format: 'date-time')] public ?string $undone_at,
    ) {
    }

    public static function of(Batch $batch): self
    {
        $counts = $batch->counts;
        $effect = $batch->effect;

        return new self(
            $batch->id,
            $batch->import_id,
            $batch->kind,
            $batch->title,
            $batch->state->value,
            $batch->total,
            $batch->done,
            $counts['create'] ?? 0,
            $counts['change'] ?? 0,
            $counts['same'] ?? 0,
            $counts['refused'] ?? 0,
            ($counts['left'] ?? 0) + ($counts['kept'] ?? 0),
            $effect['up'] ?? 0,
            $effect['down'] ?? 0,
            $effect['beyond'] ?? 0,
            $effect['below'] ?? 0,
            $batch->problem,
            $batch->created_at->toIso8601ZuluString(),
            $batch->applied_at?->toIso8601ZuluString(),
            $batch->undone_at?->toIso8601ZuluString(),
        );
    }
}
