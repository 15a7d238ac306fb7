<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(
    schema: 'ReportRow',
    required: ['link', 'cells'],
    properties: [
        new OA\Property(property: 'link', description: 'Where in the interface what the row is about stands.', type: 'string', nullable: true),
        new OA\Property(
            property: 'cells',
            description: 'In the order of the columns; null where nothing is known.',
            type: 'array',
            items: new OA\Items(
                nullable: true,
                oneOf: [new OA\Schema(type: 'string'), new OA\Schema(type: 'integer'), new OA\Schema(ref: '#/components/schemas/Message')],
            ),
        ),
    ],
)]
final readonly class ReportRow
{
    /** @param  list<string|int|Message|null>  $cells */
    public function __construct(public array $cells, public ?string $link = null)
    {
    }
}
