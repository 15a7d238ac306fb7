<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ReportSeries')]
final readonly class ReportSeries
{
    /** @param  list<string|null>  $figures */
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/Message')] public Message $name,
        #[OA\Property(
            description: 'One for each label; null where nothing is known.',
            type: 'array',
            items: new OA\Items(type: 'string', nullable: true),
        )]
        public array $figures,
    ) {
    }
}
