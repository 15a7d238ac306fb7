<?php

declare(strict_types=1);

namespace App\Alerts;

use OpenApi\Attributes as OA;

/** What an alert would have told. */
#[OA\Schema(schema: 'AlertPreview')]
final readonly class Previewed
{
    /** @param  list<PreviewedMessage>  $messages */
    public function __construct(
        #[OA\Property(description: 'Listings that it is about.')] public int $listings,
        #[OA\Property(description: 'Of them: those that there was time to look at.')] public int $looked_at,
        #[OA\Property(description: 'Messages in the last 30 days.')] public int $told,
        /** @var list<PreviewedMessage> */
        #[OA\Property(description: 'The newest of them.', items: new OA\Items(ref: PreviewedMessage::class))] public array $messages,
    ) {
    }
}
