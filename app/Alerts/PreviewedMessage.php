<?php

declare(strict_types=1);

namespace App\Alerts;

use App\Alerts\Models\AlertNotice;
use App\Catalogue\Models\Listing;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use OpenApi\Attributes as OA;

/** What an alert would have told of one listing. */
#[OA\Schema(schema: 'PreviewedAlertMessage')]
final readonly class PreviewedMessage
{
    /** @param  list<Message>  $sentences */
    private function __construct(
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property] public int $listing_id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        /** @var list<Message> */
        #[OA\Property(items: new OA\Items(ref: Message::class))] public array $sentences,
    ) {
    }

    public static function of(Listing $listing, int $at, AlertNotice $notice): self
    {
        return new self(
            CarbonImmutable::createFromTimestamp($at)->toRfc3339String(),
            $listing->id,
            $listing->sku,
            $listing->title,
            $notice->sentences(),
        );
    }
}
