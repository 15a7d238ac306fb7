<?php

declare(strict_types=1);

namespace App\Sourcing\Http;

use App\Catalogue\Batches\BatchState;
use App\Sourcing\Models\SourceChange;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;

/** What followed from where a listing is bought. */
#[OA\Schema(schema: 'SourceChange')]
final readonly class SourceChangeResource
{
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(enum: ['cost', 'stock'])] public string $kind,
        #[OA\Property(enum: ['price', 'sold_out', 'back', 'undo'])] public string $reason,
        #[OA\Property(description: 'A cost, or a number of pieces; null: it was not known.')] public ?string $from,
        #[OA\Property] public ?string $to,
        #[OA\Property(description: 'ISO 4217, of a cost.')] public ?string $currency,
        #[OA\Property(enum: ['asked', 'made', 'refused', 'queued', 'sent', 'confirmed', 'failed', 'replaced', 'undone'])] public string $state,
        #[OA\Property(description: 'The bulk change by which a cost is made.', format: 'uuid')] public ?string $batch_id,
        #[OA\Property(ref: Message::class, nullable: true)] public ?Message $problem,
        #[OA\Property(format: 'date-time')] public string $made_at,
        #[OA\Property(description: 'Null: nobody, it followed.')] public ?string $made_by,
        #[OA\Property(description: 'Whether it can be taken back.')] public bool $can_undo,
    ) {
    }

    /** @param  BatchState|null  $batch  of the bulk change by which it is made, as it is now */
    public static function of(SourceChange $change, ?BatchState $batch): self
    {
        $cost = fn (?int $minor, ?string $currency): ?string => $minor === null || $currency === null ? null : Currency::of($currency)->format($minor);
        // A person answered it where bulk changes are answered.
        $state = $change->state === 'asked' && $batch === BatchState::Applied ? 'made' : $change->state;

        return new self(
            $change->id,
            $change->kind,
            $change->reason,
            $change->kind === 'cost' ? $cost($change->cost_from_minor, $change->cost_from_currency) : self::pieces($change->stock_from),
            $change->kind === 'cost' ? $cost($change->cost_to_minor, $change->cost_to_currency) : self::pieces($change->stock_to),
            $change->cost_to_currency,
            $state,
            $change->batch_id,
            $change->problem,
            $change->made_at->toRfc3339String(),
            $change->made_by,
            in_array($change->state, ['made', 'queued', 'sent', 'confirmed'], true) && $change->reason !== 'undo',
        );
    }

    private static function pieces(?int $stock): ?string
    {
        return $stock === null ? null : (string) $stock;
    }
}
