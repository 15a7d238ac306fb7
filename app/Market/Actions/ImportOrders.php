<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\OrderPage;
use App\Channels\Ports\OrderSource;
use App\Channels\Ports\SourceOrder;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Market\Sale;
use Wrasse\Core\Money\Currency;

/** Adds the orders since the last time to the sales of their day, as the calendar of the workspace has it. */
final readonly class ImportOrders
{
    private const PAGES = 20;

    public function __construct(private DriverRegistry $drivers)
    {
    }

    /** @return int how many orders there were */
    public function handle(Channel $channel): int
    {
        $source = $this->drivers->port($channel, OrderSource::class);
        $orders = 0;
        for ($page = 0; $page < self::PAGES; $page++) {
            $next = $source->orders($channel->orders_cursor);
            if ($next->orders === [] || $next->cursor === $channel->orders_cursor) {
                break;
            }
            $this->take($channel, $next);
            $orders += count($next->orders);
        }

        return $orders;
    }

    private function take(Channel $channel, OrderPage $page): void
    {
        $currency = Currency::of($channel->currency);
        $zone = Workspace::query()->findOrFail($channel->workspace_id)->time_zone;
        DB::transaction(function () use ($channel, $page, $currency, $zone): void {
            // Two at once must not count the same orders twice.
            $isNext = Channel::query()
                ->whereKey($channel->id)
                ->whereRaw('orders_cursor IS NOT DISTINCT FROM ?', [$channel->orders_cursor])
                ->update(['orders_cursor' => $page->cursor]);
            $channel->orders_cursor = $page->cursor;
            $channel->syncOriginal();
            if ($isNext === 0) {
                return;
            }
            $skus = array_map(fn (SourceOrder $order) => $order->sku, $page->orders);
            $listings = Listing::query()->where('channel_id', $channel->id)->whereIn('sku', $skus)->pluck('id', 'sku');
            foreach ($page->orders as $order) {
                if ($listings->has($order->sku)) {
                    $sale = new Sale($order->units, $currency->parse($order->price));
                    $this->add(
                        $channel->workspace_id,
                        (int) $listings[$order->sku],
                        $sale,
                        CarbonImmutable::parse($order->at)->setTimezone($zone),
                    );
                }
            }
        });
    }

    private function add(int $workspaceId, int $listingId, Sale $sale, CarbonImmutable $at): void
    {
        DB::statement(
            <<<'SQL'
            INSERT INTO sales_days (listing_id, workspace_id, day, units, revenue_minor) VALUES (?, ?, ?, ?, ?)
            ON CONFLICT (listing_id, day) DO UPDATE
            SET units = sales_days.units + excluded.units,
                revenue_minor = sales_days.revenue_minor + excluded.revenue_minor
            SQL,
            [$listingId, $workspaceId, $at->toDateString(), $sale->units, $sale->revenue()],
        );
    }
}
