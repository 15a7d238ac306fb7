<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Market\Events\PriceChangedElsewhere;
use App\Market\Marketplace\Sources;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Log;
use stdClass;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

/**
 * Brings in our listings from a marketplace or a shop: new ones are added, known ones get title, stock and terms; prices of known ones are left to
 * the observation of offers where there are any: of a shop this is all that is ever seen.
 */
final readonly class SyncListings
{
    public function __construct(private ShownPrice $shown)
    {
    }

    /** @return int how many listings the marketplace has of ours */
    public function handle(Channel $channel): int
    {
        $client = Sources::of($channel);
        $count = 0;
        $after = '';
        do {
            $page = $client->listings($after);
            DB::transaction(function () use ($channel, $page): void {
                $page['listings'] = $this->readable($channel, $page['listings']);
                $this->take($channel, $page['listings']);
                if ($channel->kind === ChannelKind::Shop) {
                    $this->comparePrices($channel, array_column($page['listings'], 'price', 'sku'));
                }
            });
            $count += count($page['listings']);
            $after = $page['next'];
        } while ($after !== null);
        $channel->update(['synced_at' => now()]);

        return $count;
    }

    /**
     * A listing whose price is nothing, or cannot be read, is left as it is known.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    private function readable(Channel $channel, array $rows): array
    {
        $currency = Currency::of($channel->currency);
        $isReadable = function (array $row) use ($currency): bool {
            try {
                return $currency->parse((string) $row['price']) > 0 && $currency->parse((string) $row['shipping']) >= 0;
            } catch (InvalidAmount) {
                return false;
            }
        };
        $readable = array_values(array_filter($rows, $isReadable));
        if (count($readable) < count($rows)) {
            Log::warning("{$channel->name} sent listings without a price that can be read.", ['channel' => $channel->id, 'listings' => count($rows) - count($readable)]);
        }

        return $readable;
    }

    /** @param  list<array<string, mixed>>  $rows */
    private function take(Channel $channel, array $rows): void
    {
        $currency = Currency::of($channel->currency);
        $now = now();
        Product::query()->upsert(array_map(fn (array $row) => [
            'workspace_id' => $channel->workspace_id, 'sku' => $row['sku'], 'title' => $row['title'], 'brand' => $row['brand'], 'category' => $row['category'],
            'gtin' => $row['gtin'], 'created_at' => $now, 'updated_at' => $now,
        ], $rows), ['workspace_id', 'sku'], ['updated_at']);
        $products = Product::query()->whereIn('sku', array_column($rows, 'sku'))->pluck('id', 'sku');
        $before = $this->terms($channel, $rows);

        Listing::query()->upsert(array_map(fn (array $row) => [
            'workspace_id' => $channel->workspace_id, 'channel_id' => $channel->id, 'product_id' => $products[$row['sku']], 'sku' => $row['sku'],
            'item_ref' => $row['item'], 'title' => $row['title'],
            'condition' => $row['condition'], 'fulfilment' => $row['fulfilment'], 'price_minor' => $currency->parse($row['price']),
            'shipping_minor' => $currency->parse($row['shipping']), 'stock' => $row['stock'], 'list_price_minor' => $currency->parse($row['price']),
            'is_draft' => false, 'created_at' => $now, 'updated_at' => $now,
        ], $rows), ['channel_id', 'sku'], ['item_ref', 'title', 'condition', 'fulfilment', 'shipping_minor', 'stock', 'is_draft', 'updated_at']);
        $this->tellChanges($channel, $before, $this->terms($channel, $rows));
    }

    /**
     * What prices rest on of that which a channel tells.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return array<int, string> by listing
     */
    private function terms(Channel $channel, array $rows): array
    {
        return Listing::query()->where('channel_id', $channel->id)->whereIn('sku', array_map(strval(...), array_column($rows, 'sku')))->orderBy('id')->toBase()
            ->get(['id', 'condition', 'fulfilment', 'shipping_minor', 'stock'])->mapWithKeys(fn (stdClass $row) => [
                (int) $row->id => implode("\0", [$row->condition, $row->fulfilment, $row->shipping_minor, $row->stock === null || $row->stock > 0 ? 'in stock' : 'out of stock']),
            ])->all();
    }

    /**
     * @param  array<int, string>  $before
     * @param  array<int, string>  $after
     */
    private function tellChanges(Channel $channel, array $before, array $after): void
    {
        $changed = array_keys(array_filter($after, fn (string $terms, int $id) => isset($before[$id]) && $before[$id] !== $terms, ARRAY_FILTER_USE_BOTH));
        if ($changed !== []) {
            event(new ListingsTouched($channel->workspace_id, $changed, 'stock'));
        }
    }

    /** @param  array<string, string>  $shown  by SKU */
    private function comparePrices(Channel $channel, array $shown): void
    {
        $listings = Listing::query()->where('channel_id', $channel->id)->whereIn('sku', array_map(strval(...), array_keys($shown)))->orderBy('id')->lockForUpdate()->get()->keyBy('id');
        $ours = $listings->map(fn (Listing $listing) => $listing->price_minor)->all();
        foreach ($this->shown->setElsewhere($ours, $listings->map(fn (Listing $listing) => $shown[$listing->sku])->all(), Currency::of($channel->currency)) as $id => $price) {
            $listings[$id]->update(['price_minor' => $price]);
            event(new PriceChangedElsewhere($channel->workspace_id, $id));
        }
    }
}
