<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Runs\OpenPrice;
use App\Pricing\Runs\PricesUnderWay;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Support\Database\IdArray;

final readonly class FindPricesUnderWay implements PricesUnderWay
{
    public function of(array $listingIds): array
    {
        $open = [];
        $changes = PriceChange::query()->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])->whereIn('state', ChangeState::OPEN)->toBase()->orderBy('id')->lockForUpdate();
        foreach ($changes->get(['id', 'listing_id', 'state', 'to_minor', 'run_id']) as $change) {
            $open[(int) $change->listing_id] = new OpenPrice((int) $change->id, (int) $change->to_minor, $change->state === ChangeState::Held->value, in_array($change->state, ChangeState::WITH_CHANNEL, true), $change->run_id);
        }

        return $open;
    }
}
