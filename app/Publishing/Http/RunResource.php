<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Catalogue\Events\Cause;
use App\Pricing\Models\Run;
use App\Pricing\Models\RunState;
use App\Publishing\Models\RunUndo;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

/** One pass over listings. */
#[OA\Schema(schema: 'Run')]
final readonly class RunResource
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(type: 'string', enum: Cause::class)] public Cause $cause,
        #[OA\Property] public ?int $rule_id,
        #[OA\Property] public ?string $rule,
        #[OA\Property(description: 'Whether what it decided may be sent.', enum: RunState::class)] public string $state,
        #[OA\Property(description: 'Why it failed.', ref: '#/components/schemas/Message', nullable: true)]
        public ?Message $problem,
        #[OA\Property] public int $total,
        #[OA\Property] public int $done,
        #[OA\Property(description: 'How many prices it moves.')] public int $moves,
        #[OA\Property(description: 'How many of them by more than the brake allows.')] public int $big_moves,
        #[OA\Property(
            type: 'object',
            description: 'How many listings by outcome.',
            additionalProperties: new OA\AdditionalProperties(type: 'integer'),
        )]
        public object $outcomes,
        #[OA\Property(format: 'date-time')] public string $started_at,
        #[OA\Property(format: 'date-time')] public ?string $finished_at,
        #[OA\Property(format: 'date-time')] public ?string $resolved_at,
        #[OA\Property(ref: '#/components/schemas/RunUndo', nullable: true)] public ?RunUndoResource $undo,
    ) {
    }

    /** The run comes with its rule. */
    public static function of(Run $run, ?RunUndo $undo): self
    {
        return new self(
            $run->id,
            $run->cause,
            $run->rule_id,
            $run->rule?->name,
            $run->state->value,
            $run->problem,
            $run->total,
            $run->done,
            $run->moves,
            $run->big_moves,
            (object) $run->outcomes,
            $run->started_at->toIso8601ZuluString(),
            $run->finished_at?->toIso8601ZuluString(),
            $run->resolved_at?->toIso8601ZuluString(),
            $undo === null ? null : RunUndoResource::of($undo),
        );
    }
}
