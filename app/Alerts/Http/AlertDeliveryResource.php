<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use OpenApi\Attributes as OA;
use stdClass;

/** How one message got to one destination, or did not. */
#[OA\Schema(schema: 'AlertDelivery')]
final readonly class AlertDeliveryResource
{
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public int $message_id,
        #[OA\Property(description: 'The listing it is about.')] public string $title,
        #[OA\Property(enum: ['queued', 'sending', 'delivered', 'failed'])] public string $state,
        #[OA\Property] public int $attempts,
        #[OA\Property(description: 'What went wrong the last time.', ref: Message::class, nullable: true)] public ?Message $problem,
        #[OA\Property(format: 'date-time')] public string $due_at,
        #[OA\Property(format: 'date-time')] public ?string $settled_at,
    ) {
    }

    public static function of(stdClass $row): self
    {
        return new self(
            $row->id,
            $row->message_id,
            $row->title,
            $row->state,
            $row->attempts,
            $row->problem === null ? null : Message::fromStored($row->problem),
            CarbonImmutable::parse($row->due_at)->toRfc3339String(),
            $row->settled_at === null ? null : CarbonImmutable::parse($row->settled_at)->toRfc3339String(),
        );
    }
}
