<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Alerts\Models\AlertMessage;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

/** What was told. */
#[OA\Schema(schema: 'AlertMessage')]
final readonly class AlertMessageResource
{
    /** @param  list<Message>  $sentences */
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public int $alert_id,
        #[OA\Property] public string $alert_name,
        #[OA\Property] public int $listing_id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        /** @var list<Message> */
        #[OA\Property(description: 'What was found.', items: new OA\Items(ref: Message::class))] public array $sentences,
        #[OA\Property(description: 'Where we stood.', ref: Message::class)] public Message $standing,
        #[OA\Property(format: 'date-time')] public string $happened_at,
        #[OA\Property(description: 'Whether the person who asks has read it.')] public bool $is_read,
    ) {
    }

    public static function of(AlertMessage $message, bool $isRead): self
    {
        $notice = $message->notice();

        return new self(
            $message->id,
            $message->alert_id,
            $message->alert->name,
            $message->listing_id,
            $message->listing->sku,
            $message->listing->title,
            $notice->sentences(),
            $notice->standing(),
            $message->happened_at->toRfc3339String(),
            $isRead,
        );
    }
}
