<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Channels\Events\ChannelAdded;
use Illuminate\Support\Facades\DB;

/** Offers the listings of one channel on a new one as well: at the same prices, by the same SKUs. */
final readonly class CopyListings
{
    public function handle(ChannelAdded $event): void
    {
        if ($event->copyFrom === null) {
            return;
        }
        DB::insert(
            <<<'SQL'
            INSERT INTO listings (
                workspace_id, channel_id, product_id, sku, item_ref, title, condition, fulfilment,
                price_minor, shipping_minor, list_price_minor, stock, is_draft, created_at, updated_at
            )
            SELECT
                workspace_id, ?, product_id, sku, '', title, condition, 'merchant',
                price_minor, shipping_minor, list_price_minor, stock, false, now(), now()
            FROM listings
            WHERE channel_id = ? AND workspace_id = ? AND NOT is_draft
            ORDER BY id
            ON CONFLICT (channel_id, sku) DO NOTHING
            SQL,
            [$event->channelId, $event->copyFrom, $event->workspaceId],
        );
    }
}
