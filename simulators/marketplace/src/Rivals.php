<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Chance;
use Simulators\Common\Clock;
use Simulators\Common\Store;
use Simulators\Marketplace\Behaviour\Behaviours;
use Simulators\Marketplace\Behaviour\Situation;

/** Lets the rivals whose time has come look at their listings and move. */
final readonly class Rivals
{
    public function __construct(private Store $store, private Clock $clock)
    {
    }

    /** After standing still for longer, the time missed is not made up for. */
    private const CATCHES_UP_SECONDS = 3_600;

    /**
     * One after the other in the order of their times, so that the same seed gives the same run however often this is
     * called.
     *
     * @return int how many have looked
     */
    public function move(int $most = 40): int
    {
        $now = $this->clock->now();
        for ($looked = 0; $looked < $most; $looked++) {
            $offer = $this->store->one(
                <<<'SQL'
                    SELECT o.*, s.behaviour
                    FROM offer o
                    JOIN seller s ON s.id = o.seller_id
                    WHERE o.next_move_at <= ?
                    ORDER BY o.next_move_at, o.item_id, o.seller_id
                    LIMIT 1
                    SQL,
                [$now],
            );
            if ($offer === null) {
                break;
            }
            $this->store->transaction(
                fn () => $this->moveOne($offer, max((int) $offer['next_move_at'], $now - self::CATCHES_UP_SECONDS)),
            );
        }

        return $looked;
    }

    /** @param  array<string, mixed>  $offer */
    private function moveOne(array $offer, int $now): void
    {
        $behaviour = Behaviours::named($offer['behaviour']);
        $chance = new Chance(
            $this->store->config['seed'],
            $offer['item_id'],
            $offer['seller_id'],
            (string) $offer['moves'],
        );
        $this->store->run('UPDATE offer SET moves = moves + 1, next_move_at = ? WHERE item_id = ? AND seller_id = ?', [
            $now + (int) ($behaviour->pause() * $chance->between(0.5, 1.5)),
            $offer['item_id'],
            $offer['seller_id'],
        ]);
        $price = $behaviour->next($this->situation($offer, $now), $chance);
        if ($price === null || $price === $offer['price'] || ($price !== 0 && ! $offer['active'])) {
            return;
        }
        (new Offers($this->store, $this->clock))->change(
            $offer['item_id'],
            $offer['seller_id'],
            price: $price === 0 ? null : max(1, $price),
            active: $price === 0 ? ! $offer['active'] : null,
        );
    }

    /** @param  array<string, mixed>  $offer */
    private function situation(array $offer, int $now): Situation
    {
        $others = $this->store->one(
            <<<'SQL'
                SELECT min(price + shipping) AS cheapest, min(CASE WHEN buy_box THEN price + shipping END) AS buy_box
                FROM offer
                WHERE item_id = ? AND seller_id <> ? AND active AND stock > 0 AND condition = ?
                SQL,
            [$offer['item_id'], $offer['seller_id'], $offer['condition']],
        );

        return new Situation(
            $offer['price'],
            $offer['shipping'],
            $offer['lowest'],
            $offer['usual'],
            $offer['buy_box'],
            $others['cheapest'] ?? null,
            $others['buy_box'] ?? null,
            $now,
        );
    }
}
