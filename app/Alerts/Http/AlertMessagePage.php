<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use OpenApi\Attributes as OA;

/** Some messages, the newest first. */
#[OA\Schema(schema: 'AlertMessagePage')]
final readonly class AlertMessagePage
{
    /** @param  list<AlertMessageResource>  $messages */
    public function __construct(
        /** @var list<AlertMessageResource> */
        #[OA\Property(items: new OA\Items(ref: AlertMessageResource::class))] public array $messages,
        #[OA\Property(description: 'Messages that the person who asks has not read, up to 1000.')] public int $unread,
        #[OA\Property(description: 'For the page after it; null: there is none.')] public ?int $before,
    ) {
    }
}
