<?php

declare(strict_types=1);

namespace App\Publishing;

use App\Market\Rivals\OwnPriceMoves;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use Carbon\CarbonImmutable;

final readonly class ConfirmedMoves implements OwnPriceMoves
{
    public function since(int $listingId, CarbonImmutable $since): array
    {
        return array_values(
            PriceChange::query()
                ->where('listing_id', $listingId)
                ->where('state', ChangeState::Confirmed)
                ->where('settled_at', '>=', $since)
                ->orderBy('settled_at')
                ->pluck('settled_at')
                ->map(fn (mixed $time) => CarbonImmutable::parse($time)->getTimestamp())
                ->all(),
        );
    }
}
