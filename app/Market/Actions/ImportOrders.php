<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;
use App\Market\Marketplace\Sources;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Market\Sale;
use Wrasse\Core\Money\Currency;

/** Adds the orders since the last time to the sales of their day, as the calendar of the workspace has it. */
final readonly class ImportOrders
{
    public function handle(Channel $channel): int
    {
        $orders = Sources::of($channel)->orders($channel->orders_after);
        if ($orders === []) {
            return 0;
        }
        $currency = Currency::of($channel->currency);
        DB::transaction(function () use ($channel, $orders, $currency): void {
            // Two runs at once must not count the same orders twice.
            $after = Channel::query()->lockForUpdate()->findOrFail($channel->id)->orders_after;
            $zone = Workspace::query()->findOrFail($channel->workspace_id)->time_zone;
            $listings = Listing::query()->where('channel_id', $channel->id)->whereIn('sku', array_column($orders, 'sku'))->pluck('id', 'sku');
            foreach ($orders as $order) {
                if ($order['id'] > $after && $listings->has($order['sku'])) {
                    $this->add($channel->workspace_id, (int) $listings[$order['sku']], new Sale($order['units'], $currency->parse($order['price'])), CarbonImmutable::parse($order['at'])->setTimezone($zone));
                }
            }
            $channel->update(['orders_after' => max($after, ...array_column($orders, 'id'))]);
        });

        return count($orders);
    }

    private function add(int $workspaceId, int $listingId, Sale $sale, CarbonImmutable $at): void
    {
        DB::statement(<<<'SQL'
            INSERT INTO sales_days (listing_id, workspace_id, day, units, revenue_minor) VALUES (?, ?, ?, ?, ?)
            ON CONFLICT (listing_id, day) DO UPDATE SET units = sales_days.units + excluded.units, revenue_minor = sales_days.revenue_minor + excluded.revenue_minor
            SQL, [$listingId, $workspaceId, $at->toDateString(), $sale->units, $sale->revenue()]);
    }
}
