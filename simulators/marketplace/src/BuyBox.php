<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Store;

/**
 * Who gets the buy box: the lowest score among new offers in stock from sellers rated 85 % or better with 50 ratings.
 *
 *     score = (price + shipping) × (1 + 0.005 × (100 − rating) + 0.005 × handling days) × (0.96 if sent by the marketplace)
 *
 * A tie goes to the seller whose name sorts first.
 */
final readonly class BuyBox
{
    public function __construct(private Store $store)
    {
    }

    /**
     * @param  array<string, mixed>  $offer  price, shipping, fulfilment
     * @param  array<string, mixed>  $seller  rating_percent, handling_days
     */
    public static function score(array $offer, array $seller): float
    {
        return ($offer['price'] + $offer['shipping']) *
            (1 + 0.005 * (100 - $seller['rating_percent']) + 0.005 * $seller['handling_days']) *
            ($offer['fulfilment'] === 'marketplace' ? 0.96 : 1);
    }

    /** Gives the box to the best offer; true if it went to someone else than before. */
    public function assign(string $itemId): bool
    {
        $best = $this->store->one(
            <<<'SQL'
            SELECT o.seller_id FROM offer o JOIN seller s ON s.id = o.seller_id
            WHERE o.item_id = ?
                AND o.active
                AND o.stock > 0
                AND o.condition = 'new'
                AND s.rating_percent >= 85
                AND s.rating_count >= 50
            ORDER BY (o.price + o.shipping) * (1 + 0.005 * (100 - s.rating_percent) + 0.005 * s.handling_days)
                * CASE o.fulfilment WHEN 'marketplace' THEN 0.96 ELSE 1 END, o.seller_id
            LIMIT 1
            SQL,
            [$itemId],
        );
        $holder = $best['seller_id'] ?? '';

        return $this->store->run(
            'UPDATE offer SET buy_box = (seller_id = ?) WHERE item_id = ? AND buy_box <> (seller_id = ?)',
            [$holder, $itemId, $holder],
        ) > 0;
    }
}
