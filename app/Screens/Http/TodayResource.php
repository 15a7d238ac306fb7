<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Today')]
final readonly class TodayResource
{
    /**
     * @param  list<PositionDay>  $days
     * @param  list<FailingGroup>  $failing
     */
    public function __construct(
        #[OA\Property(description: 'Prices changed by rules in the last 24 hours.')] public int $changed_by_rules,
        #[OA\Property(description: 'Prices that a person set or approved in the last 24 hours.')]
        public int $changed_by_hand,
        #[OA\Property(description: 'Prices that wait for a person now.')] public int $held,
        #[OA\Property(description: 'Changes that did not arrive in the last 24 hours.')] public int $refused,
        #[OA\Property(description: 'Listings in stock that are cheaper than all that count.')] public int $cheapest,
        #[OA\Property] public int $in_pack,
        #[OA\Property] public int $dearest,
        #[OA\Property(description: 'Nobody else counts.')] public int $alone,
        #[OA\Property] public int $listings,
        #[OA\Property(description: 'How many of them hold the buy box.')] public int $buy_box,
        #[OA\Property(description: 'Listings paused because their price was changed past us.')]
        public int $changed_elsewhere,
        #[OA\Property(description: 'The last 30.', type: 'array', items: new OA\Items(ref: PositionDay::class))]
        public array $days,
        #[OA\Property(type: 'array', items: new OA\Items(ref: FailingGroup::class))] public array $failing,
    ) {
    }
}
