<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Events\ChannelAdded;
use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Workspace;
use App\Support\Live\Announce;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Adds a channel, or changes how one is reached. */
final readonly class ConnectChannel
{
    /**
     * @param  array{kind: string, name: string, address?: string|null, token?: string|null, seller?: string|null, delivery?: array<string, string|null>|null}  $given
     * @param  int|null  $copyFrom  channel whose listings are offered there as well: at the same prices, by the same SKUs
     */
    public function add(Workspace $workspace, array $given, ?int $copyFrom): Channel
    {
        return DB::transaction(function () use ($workspace, $given, $copyFrom): Channel {
            $channel = Channel::query()->create([
                'key' => (string) Str::uuid7(), 'kind' => ChannelKind::from($given['kind']), 'name' => $given['name'], 'currency' => $workspace->currency, 'seller' => $given['seller'] ?? '',
                'base_url' => rtrim($given['address'] ?? '', '/'), 'token' => $given['token'] ?? '', 'webhook_secret' => Channel::newSecret(), 'delivery' => $given['delivery'] ?? null,
                'fees' => [], 'automation_on' => true, 'orders_after' => 0, 'problem' => null, 'quiet_until' => null, 'synced_at' => null, 'categories' => [],
                'tax_percent' => null, 'tax_included' => null,
            ]);
            if ($copyFrom !== null) {
                $this->copyListings($channel, Channel::query()->findOrFail($copyFrom));
            }
            event(new ChannelAdded($channel->workspace_id, $channel->id));
            Announce::change($channel->workspace_id, 'workspace');

            return $channel;
        });
    }

    /** @param  array{address?: string|null, token?: string|null, delivery?: array<string, string|null>|null}  $given  what is left out or empty stays */
    public function change(int $channelId, array $given): Channel
    {
        return DB::transaction(function () use ($channelId, $given): Channel {
            $channel = Channel::query()->lockForUpdate()->findOrFail($channelId);
            $channel->fill(array_filter(['base_url' => rtrim($given['address'] ?? '', '/'), 'token' => $given['token'] ?? '']));
            if (isset($given['delivery'])) {
                // Secrets that are not given again stay.
                $given['delivery'] = array_filter($given['delivery'], fn (?string $value) => $value !== null && $value !== '');
                $channel->delivery = $given['delivery'] + array_intersect_key($channel->delivery ?? [], array_flip(Channel::DELIVERY_SECRETS));
            }
            $channel->fill(['problem' => null, 'failures' => 0, 'quiet_until' => null])->save();
            Announce::change($channel->workspace_id, 'workspace');

            return $channel;
        });
    }

    /** Whoever knows the old secret can sign for us no longer. */
    public function renewSecret(int $channelId): Channel
    {
        $channel = Channel::query()->findOrFail($channelId);
        $channel->update(['webhook_secret' => Channel::newSecret()]);

        return $channel;
    }

    private function copyListings(Channel $channel, Channel $from): void
    {
        DB::insert(<<<'SQL'
            INSERT INTO listings (workspace_id, channel_id, product_id, sku, item_ref, title, condition, fulfilment, price_minor, shipping_minor, list_price_minor, stock, is_draft, created_at, updated_at)
            SELECT workspace_id, ?, product_id, sku, '', title, condition, 'merchant', price_minor, shipping_minor, list_price_minor, stock, false, now(), now()
            FROM listings WHERE channel_id = ? AND workspace_id = ? AND NOT is_draft ORDER BY id ON CONFLICT (channel_id, sku) DO NOTHING
            SQL, [$channel->id, $from->id, $channel->workspace_id]);
    }
}
