<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Publishing\Actions\Undone;
use App\Publishing\Models\RunUndo;
use OpenApi\Attributes as OA;

/** How far the undoing of a run is. */
#[OA\Schema(schema: 'RunUndo')]
final readonly class RunUndoResource
{
    public function __construct(
        #[OA\Property(description: 'How many changes there are to be looked at.')] public int $total,
        #[OA\Property(ref: '#/components/schemas/Undone')] public Undone $changes,
        #[OA\Property(description: 'Whether the listings are paused.')] public bool $pause,
        #[OA\Property(format: 'date-time')] public string $started_at,
        #[OA\Property(format: 'date-time')] public ?string $finished_at,
    ) {
    }

    public static function of(RunUndo $undo): self
    {
        return new self(
            $undo->total,
            new Undone($undo->withdrawn, $undo->returning, $undo->moved_on, $undo->left),
            $undo->pause,
            $undo->started_at->toIso8601ZuluString(),
            $undo->finished_at?->toIso8601ZuluString(),
        );
    }
}
