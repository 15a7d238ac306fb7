<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ReportTable')]
final readonly class ReportTable
{
    /**
     * @param  list<ReportColumn>  $columns
     * @param  list<ReportRow>  $rows
     */
    public function __construct(
        #[OA\Property(description: 'By which it is exported.')] public string $key,
        #[OA\Property(ref: '#/components/schemas/Message')] public Message $name,
        #[OA\Property(type: 'array', items: new OA\Items(ref: ReportColumn::class))] public array $columns,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/ReportRow'))] public array $rows,
        #[OA\Property(description: 'What has to be known to read it.', ref: '#/components/schemas/Message', nullable: true)]
        public ?Message $note = null,
        #[OA\Property(description: 'How many rows there are, where not all of them are shown.', nullable: true)]
        public ?int $total = null,
    ) {
    }
}
