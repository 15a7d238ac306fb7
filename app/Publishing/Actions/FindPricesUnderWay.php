<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Runs\OpenPrice;
use App\Pricing\Runs\PricesUnderWay;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Publishing\Models\WaitsFor;
use App\Support\Database\IdArray;
use stdClass;

final readonly class FindPricesUnderWay implements PricesUnderWay
{
    public function of(array $listingIds): array
    {
        $open = [];
        $changes = PriceChange::query()
            ->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])
            ->whereIn('state', ChangeState::OPEN)
            ->toBase()
            ->orderBy('id')
            ->lockForUpdate();
        foreach (
            $changes->get(['id', 'listing_id', 'state', 'waits_for', 'to_minor', 'run_id', 'user_id', 'due_at']) as $change
        ) {
            $open[(int) $change->listing_id] = self::openPrice($change);
        }

        return $open;
    }

    private static function openPrice(stdClass $change): OpenPrice
    {
        return new OpenPrice(
            (int) $change->id,
            (int) $change->to_minor,
            $change->waits_for === WaitsFor::Brake->value,
            in_array($change->state, ChangeState::WITH_CHANNEL, true),
            $change->run_id,
            $change->user_id,
            $change->due_at,
        );
    }
}
