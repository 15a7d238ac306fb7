<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Chance;
use Simulators\Common\Store;

/**
 * The report of past days. The past before the market opened is made up from the seed: prices that stand for some days
 * and then step, seasons, stock-outs, and a few things worth finding: a price war, a rival that left, a brand sold too
 * cheap, penny prices.
 */
final readonly class History
{
    public const DAYS = 60;

    private const ITEMS = 20;

    public function __construct(private Store $store)
    {
    }

    /**
     * All days of some of the seller's items, one item after the other and the oldest day first: its own price and
     * stock, its sales, and the other offers of that day.
     *
     * @param  string  $after  SKU of the seller's after which the page begins
     * @return array{days: list<array<string, mixed>>, next: string|null}
     */
    public function page(string $sellerId, string $after): array
    {
        $items = $this->store->all(
            <<<'SQL'
            SELECT * FROM (
                SELECT i.*, o.sku AS own_sku, o.usual AS own_price, row_number() OVER (ORDER BY i.id) - 1 AS nth
                FROM item i JOIN offer o ON o.item_id = i.id WHERE o.seller_id = ?
            ) own
            WHERE own_sku > ? ORDER BY own_sku LIMIT ?
            SQL,
            [$sellerId, $after, self::ITEMS],
        );
        $opened = (int) $this->store->setting('opened_at');
        $days = [];
        foreach ($items as $item) {
            $offers = $this->store->all(
                <<<'SQL'
                    SELECT o.*, s.behaviour, s.rating_percent, s.rating_count, s.handling_days
                    FROM offer o
                    JOIN seller s ON s.id = o.seller_id
                    WHERE item_id = ?
                    ORDER BY seller_id
                    SQL,
                [$item['id']],
            );
            for ($ago = self::DAYS; $ago >= 1; $ago--) {
                $days[] = $this->day($item, $offers, $sellerId, $opened, $ago);
            }
        }

        return ['days' => $days, 'next' => count($items) === self::ITEMS ? end($items)['own_sku'] : null];
    }

    /**
     * @param  array<string, mixed>  $item
     * @param  list<array<string, mixed>>  $offers
     * @param  int  $opened  when the market opened, seconds since 1970
     * @param  int  $ago  days before that, 1 to 60
     * @return array<string, mixed>
     */
    private function day(array $item, array $offers, string $sellerId, int $opened, int $ago): array
    {
        $day = $opened - $ago * 86_400;
        $price = $this->price($item['id'], $sellerId, $item['own_price'], $ago);
        $inStock = ! $this->outOfStock($item['id'], $ago);

        return [
            'date' => gmdate('Y-m-d', $day),
            'item' => $item['id'],
            'sku' => $item['own_sku'],
            'price' => $price,
            'in_stock' => $inStock,
            'units' => $inStock ? $this->units($item, $day, $price, $ago) : 0,
            ...$this->market($offers, $sellerId, $price, $inStock, $item, $ago),
        ];
    }

    /**
     * What others asked, and who held the buy box: by the same score as today.
     *
     * @param  list<array<string, mixed>>  $offers
     * @param  array<string, mixed>  $item
     * @return array{offers: list<array<string, mixed>>, buy_box: bool} whether it was the seller's
     */
    private function market(array $offers, string $sellerId, int $price, bool $inStock, array $item, int $ago): array
    {
        $sellers = array_column($offers, null, 'seller_id');
        $others = $this->others($offers, $sellerId, $item['brand'], $item['nth'], $ago);
        $own = [...$sellers[$sellerId], 'seller' => $sellerId, 'price' => $price];
        $scores = [];
        foreach ($inStock ? [...$others, $own] : $others as $offer) {
            $seller = $sellers[$offer['seller']];
            if ($offer['condition'] === 'new' && $seller['rating_percent'] >= 85 && $seller['rating_count'] >= 50) {
                $scores[$offer['seller']] = BuyBox::score($offer, $seller);
            }
        }
        asort($scores);
        $holder = array_key_first($scores);

        return [
            'offers' => array_map(
                fn (array $offer) => $offer['seller'] === $holder ? [...$offer, 'buy_box' => true] : $offer,
                $others,
            ),
            'buy_box' => $holder === $sellerId,
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $offers
     * @return list<array{seller: string, price: int, shipping: int, condition: string, fulfilment: string}>
     */
    private function others(array $offers, string $sellerId, string $brand, int $nth, int $ago): array
    {
        $others = [];
        foreach ($offers as $offer) {
            $gone = $offer['behaviour'] === 'leaver' && $ago <= 12;
            if ($offer['seller_id'] === $sellerId || $gone) {
                continue;
            }
            $price = $this->price($offer['item_id'], $offer['seller_id'], $offer['usual'], $ago);
            $price = match (true) {
                $nth % 40 === 3 && $ago >= 20 && $ago <= 32 && $offer['behaviour'] === 'undercutter' => (int) ($price *
                    (0.8 + (0.15 * ($ago - 20)) / 12)),
                $offer['seller_id'] === 'amber-barn' && $brand === 'Lutrine' && $ago <= 3 => (int) ($price * 0.78),
                $offer['seller_id'] === 'vatwise' && $ago === 7 && $nth % 3 === 0 => 1,
                default => $price,
            };
            $others[] = [
                'seller' => $offer['seller_id'],
                'price' => max(1, $price),
                'shipping' => $offer['shipping'],
                'condition' => $offer['condition'],
                'fulfilment' => $offer['fulfilment'],
            ];
        }

        return $others;
    }

    /** Stands for three to fourteen days, then steps; the last stretch is the present price. */
    private function price(string $item, string $seller, int $present, int $ago): int
    {
        $chance = new Chance($this->store->config['seed'], 'history', $item, $seller);
        $price = $present;
        for ($day = $chance->int(1, 14); $day <= $ago; $day += $chance->int(3, 14)) {
            $price = (int) round($present * $chance->between(0.94, 1.1));
        }

        return $price;
    }

    private function outOfStock(string $item, int $ago): bool
    {
        $chance = new Chance($this->store->config['seed'], 'stock', $item);
        $start = $chance->int(5, 55);

        return $chance->happens(0.15) && $ago <= $start && $ago > $start - $chance->int(2, 9);
    }

    /** @param  array<string, mixed>  $item */
    private function units(array $item, int $day, int $price, int $ago): int
    {
        $pull = ($item['base_price'] / max(1, $price)) ** 1.8;
        $week = [1.15, 0.95, 0.9, 0.95, 1.0, 1.05, 1.25][(int) gmdate('w', $day)];

        return (new Chance($this->store->config['seed'], 'units', $item['id'], (string) $ago))->count(
            $item['units_per_day'] * Demand::season($item['season'], (int) gmdate('n', $day)) * $week * $pull,
        );
    }
}
