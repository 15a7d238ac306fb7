<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Chance;
use Simulators\Common\Clock;
use Simulators\Common\Store;

/** Buyers: they come by the item's usual demand, four in five take the buy box, the others the cheapest. */
final readonly class Demand
{
    private const SLOT_SECONDS = 600;

    private const SEASONS = [
        'even' => [1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1],
        'summer' => [0.6, 0.6, 0.8, 1, 1.3, 1.6, 1.7, 1.5, 1.1, 0.8, 0.6, 0.8],
        'autumn' => [0.8, 0.7, 0.7, 0.7, 0.7, 0.7, 0.8, 1.2, 1.7, 1.8, 1.3, 1],
        'winter' => [1.4, 1.3, 1, 0.8, 0.7, 0.6, 0.6, 0.7, 0.9, 1.1, 1.4, 1.6],
    ];

    public function __construct(private Store $store, private Clock $clock)
    {
    }

    /** Expected units a day of a month from 1 to 12, against an even year. */
    public static function season(string $season, int $month): float
    {
        return self::SEASONS[$season][$month - 1];
    }

    /**
     * Sells what is asked for in the ten minutes that have passed since the last call, each by itself; after a long
     * stop, of a day at most.
     */
    public function sell(): void
    {
        $now = $this->clock->now();
        $slot = max((int) $this->store->setting('sold_until', $this->store->setting('opened_at')), $now - 86_400);
        for ($slot -= $slot % self::SLOT_SECONDS; $slot + self::SLOT_SECONDS <= $now; $slot += self::SLOT_SECONDS) {
            $this->sellIn($slot);
            $this->store->set('sold_until', $slot + self::SLOT_SECONDS);
        }
    }

    private function sellIn(int $slot): void
    {
        $days = self::SLOT_SECONDS / 86_400;
        foreach ($this->store->all('SELECT id, season, units_per_day FROM item ORDER BY id') as $item) {
            $chance = new Chance($this->store->config['seed'], 'demand', (string) $slot, $item['id']);
            $units = $chance->count(
                $item['units_per_day'] * self::season($item['season'], (int) gmdate('n', $slot)) * $days,
            );
            if ($units > 0) {
                $this->sellOne($item['id'], $units, $chance->happens(0.8), $slot + self::SLOT_SECONDS);
            }
        }
    }

    private function sellOne(string $itemId, int $units, bool $fromBuyBox, int $now): void
    {
        $order = $fromBuyBox ? 'buy_box DESC, price + shipping' : 'price + shipping';
        $offer = $this->store->one(
            <<<SQL
                SELECT seller_id, price, stock
                FROM offer
                WHERE item_id = ? AND active AND stock > 0
                ORDER BY {$order}
                LIMIT 1
                SQL,
            [$itemId],
        );
        if ($offer === null) {
            return;
        }
        $this->store->transaction(function () use ($itemId, $offer, $units, $now): void {
            $this->store->run('INSERT INTO sale (item_id, seller_id, units, price, at) VALUES (?, ?, ?, ?, ?)', [
                $itemId,
                $offer['seller_id'],
                min($units, $offer['stock']),
                $offer['price'],
                $now,
            ]);
            // Sold out is filled up at once: the shelf is not what this market is about.
            $this->store->run('UPDATE offer SET stock = ? WHERE item_id = ? AND seller_id = ?', [
                max(0, $offer['stock'] - $units) ?: 40,
                $itemId,
                $offer['seller_id'],
            ]);
        });
    }
}
