<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Clock;
use Simulators\Common\Store;

/** Changes to offers, each followed by a new buy box and word to whoever listens. */
final readonly class Offers
{
    public function __construct(private Store $store, private Clock $clock)
    {
    }

    /** Price in minor units; null leaves it. */
    public function change(
        string $itemId,
        string $sellerId,
        ?int $price = null,
        ?bool $active = null,
        ?int $stock = null,
    ): void {
        $this->store->run(
            <<<'SQL'
                UPDATE offer
                SET price = coalesce(?, price), active = coalesce(?::boolean, active), stock = coalesce(?, stock),
                    updated_at = ?
                WHERE item_id = ? AND seller_id = ?
                SQL,
            [$price, $active === null ? null : ($active ? 't' : 'f'), $stock, $this->clock->now(), $itemId, $sellerId],
        );
        (new BuyBox($this->store))->assign($itemId);
        $this->tell($itemId);
    }

    /** Takes a seller's new price; while read-backs run late, the old one is still shown for a while. */
    public function reprice(string $itemId, string $sellerId, int $price): void
    {
        $late = (int) (new Faults($this->store))->get('late_read_back_seconds');
        if ($late > 0) {
            $this->store->run(
                'UPDATE offer SET old_price = price, old_price_until = ? WHERE item_id = ? AND seller_id = ?',
                [time() + $late, $itemId, $sellerId],
            );
        }
        $this->change($itemId, $sellerId, price: $price);
    }

    /**
     * One waiting notification per item and listener is enough. Fennmarkt keeps word of changes until it is fetched,
     * Quayside sends it.
     */
    private function tell(string $itemId): void
    {
        if ($this->store->config['name'] === 'Fennmarkt') {
            $this->store->run(
                <<<'SQL'
                    INSERT INTO change_message (id, seller_id, item_id, at)
                    VALUES ('chg_' || replace(gen_random_uuid()::text, '-', ''), ?, ?, ?)
                    ON CONFLICT DO NOTHING
                    SQL,
                [$this->store->config['seller'], $itemId, $this->clock->now()],
            );

            return;
        }
        $this->store->run(
            <<<'SQL'
            INSERT INTO notification (id, seller_id, item_id, at, next_attempt_ms)
            SELECT 'msg_' || replace(gen_random_uuid()::text, '-', ''), o.seller_id, o.item_id, ?, 0
            FROM offer o JOIN subscription USING (seller_id) WHERE o.item_id = ?
            ON CONFLICT DO NOTHING
            SQL,
            [$this->clock->now(), $itemId],
        );
    }
}
