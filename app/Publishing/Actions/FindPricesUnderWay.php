<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Runs\PricesUnderWay;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;

final readonly class FindPricesUnderWay implements PricesUnderWay
{
    public function of(array $listingIds): array
    {
        return PriceChange::query()->whereIn('listing_id', $listingIds)->whereIn('state', ChangeState::OPEN)->toBase()
            ->get(['listing_id', 'state', 'to_minor'])
            ->mapWithKeys(fn ($change) => [(int) $change->listing_id => $change->state === ChangeState::Held->value ? null : (int) $change->to_minor])->all();
    }
}
