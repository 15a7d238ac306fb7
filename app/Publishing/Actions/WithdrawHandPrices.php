<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Batches\PricesOnTheirWay;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;

final readonly class WithdrawHandPrices implements PricesOnTheirWay
{
    public function withdraw(array $prices): array
    {
        $withdrawn = [];
        $open = PriceChange::query()->whereIn('listing_id', array_keys($prices))->whereNull('decision_id')->whereIn('state', ChangeState::OPEN)->orderBy('id')->lockForUpdate()->get();
        foreach ($open as $change) {
            if ($change->to_minor !== $prices[$change->listing_id]) {
                continue;
            }
            $withdrawn[$change->listing_id] = $change->state === ChangeState::Queued;
            if ($change->state === ChangeState::Queued) {
                $change->update(['state' => ChangeState::Withdrawn, 'settled_at' => now()]);
            }
        }

        return $withdrawn;
    }
}
