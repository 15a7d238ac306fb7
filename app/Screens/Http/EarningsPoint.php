<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Catalogue\Currencies\OwnCurrency;
use OpenApi\Attributes as OA;
use Wrasse\Core\Decision\Decision;

/** What a listing earns at a price that matters for it. */
#[OA\Schema(schema: 'EarningsPoint')]
final readonly class EarningsPoint
{
    public function __construct(
        #[OA\Property(description: 'Which price that is.', enum: ['break_even', 'floor', 'now', 'ceiling'])]
        public string $at,
        #[OA\Property(type: 'object', ref: '#/components/schemas/PriceEarnings')] public EarningsResource $earnings,
    ) {
    }

    /** @return list<self> those of the prices that there are */
    public static function all(Decision $decision, OwnCurrency $own): array
    {
        $listing = $decision->listing;
        $prices = [
            'break_even' => $listing->earnings->breakEven(),
            'floor' => $decision->limits->floor,
            'now' => $listing->price,
            'ceiling' => $decision->limits->ceiling,
        ];
        $points = [];
        foreach ($prices as $at => $price) {
            if ($price !== null) {
                $points[] = new self($at, EarningsResource::at($price, $listing->earnings, $listing->currency, $own));
            }
        }

        return $points;
    }
}
