<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use OpenApi\Attributes as OA;

/** How much there is to read. */
#[OA\Schema(schema: 'UnreadAlertMessages')]
final readonly class UnreadAlertMessages
{
    public function __construct(#[OA\Property(description: 'Up to 1000.')] public int $unread)
    {
    }
}
