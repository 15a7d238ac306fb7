<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ListingHistory')]
final readonly class ListingHistoryResource
{
    /**
     * @param  list<array<string, int|string|null>>  $points
     * @param  list<array{seller: string, name: string, is_web: bool, figures: list<string|null>}>  $rivals
     * @param  list<HistoryChange>  $changes
     * @param  list<array<string, mixed>>  $sales
     */
    public function __construct(
        #[OA\Property] public string $currency,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/HistoryPoint'))]
        public array $points,
        #[OA\Property(
            description: 'Those that were there most often.',
            type: 'array',
            items: new OA\Items(ref: '#/components/schemas/HistoryRival'),
        )]
        public array $rivals,
        #[OA\Property(type: 'array', items: new OA\Items(ref: HistoryChange::class))] public array $changes,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/SalesDay'))] public array $sales,
        #[OA\Property(
            description: 'Where there were more than a chart can show: the last observation of each so many seconds.',
            minimum: 1,
        )]
        public ?int $seconds_per_point,
    ) {
    }
}
