<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Clock;
use Simulators\Common\Store;

/**
 * Price updates come as a feed: submit, get an id, ask for its status, find a result per line.
 * A feed sent again with the same idempotency key is the same feed and is worked through once.
 */
final readonly class Feeds
{
    public function __construct(private Store $store, private Clock $clock)
    {
    }

    /**
     * @param  list<array{sku: string, price: int}>  $items
     * @return array{id: string, status: string}|null null if the key was used for other contents
     */
    public function submit(string $sellerId, string $key, array $items): ?array
    {
        $hash = hash('sha256', json_encode($items, JSON_THROW_ON_ERROR));

        return $this->store->transaction(function () use ($sellerId, $key, $items, $hash): ?array {
            $id = 'feed_'.bin2hex(random_bytes(8));
            $isNew = $this->store->run(
                <<<'SQL'
                    INSERT INTO feed (id, seller_id, idempotency_key, body_hash, ready_at)
                    VALUES (?, ?, ?, ?, ?)
                    ON CONFLICT DO NOTHING
                    SQL,
                [$id, $sellerId, $key, $hash, (int) (microtime(true) * 1000) + 250],
            );
            $feed = $this->store->one(
                'SELECT id, status, body_hash FROM feed WHERE seller_id = ? AND idempotency_key = ?',
                [$sellerId, $key],
            );
            if ($feed === null || $feed['body_hash'] !== $hash) {
                return null;
            }
            foreach ($isNew ? $items : [] as $line => $item) {
                $this->store->run('INSERT INTO feed_item (feed_id, line, sku, price) VALUES (?, ?, ?, ?)', [
                    $id,
                    $line,
                    $item['sku'],
                    $item['price'],
                ]);
            }

            return ['id' => $feed['id'], 'status' => $feed['status']];
        });
    }

    /**
     * The same, worked through at once.
     *
     * @param  list<array{sku: string, price: int}>  $items
     * @return array{id: string, status: string, items: list<array<string, mixed>>}|null null if the key was used for
     *     other contents, or was taken back
     */
    public function applyNow(string $sellerId, string $key, array $items): ?array
    {
        $feed = $this->submit($sellerId, $key, $items);
        if ($feed === null) {
            return null;
        }
        $this->store->transaction(function () use ($feed): void {
            $held = $this->store->one("SELECT id, seller_id FROM feed WHERE id = ? AND status = 'queued' FOR UPDATE", [
                $feed['id'],
            ]);
            if ($held !== null) {
                $this->workThrough($held);
            }
        });

        return $this->find($sellerId, $feed['id']);
    }

    /**
     * A feed that has not been worked through yet never will be, and one that has not arrived yet will not be taken:
     * its key is used up.
     *
     * @return array{id: string, status: string} cancelled, or done where it is too late
     */
    public function cancel(string $sellerId, string $key): array
    {
        return $this->store->transaction(function () use ($sellerId, $key): array {
            $this->store->run(
                <<<'SQL'
                    INSERT INTO feed (id, seller_id, idempotency_key, body_hash, status, ready_at)
                    VALUES (?, ?, ?, '', 'cancelled', 0)
                    ON CONFLICT DO NOTHING
                    SQL,
                ['feed_'.bin2hex(random_bytes(8)), $sellerId, $key],
            );
            $this->store->run(
                <<<'SQL'
                    UPDATE feed
                    SET status = 'cancelled', body_hash = ''
                    WHERE seller_id = ? AND idempotency_key = ? AND status = 'queued'
                    SQL,
                [$sellerId, $key],
            );
            $feed = $this->store->one('SELECT id, status FROM feed WHERE seller_id = ? AND idempotency_key = ?', [
                $sellerId,
                $key,
            ]);

            return ['id' => (string) ($feed['id'] ?? ''), 'status' => (string) ($feed['status'] ?? '')];
        });
    }

    /** Works through what is due, a feed at a time. */
    public function work(): void
    {
        while ($this->workOne());
    }

    private function workOne(): bool
    {
        return $this->store->transaction(function (): bool {
            $feed = $this->store->one(
                <<<'SQL'
                    SELECT id, seller_id
                    FROM feed
                    WHERE status = 'queued' AND ready_at <= ?
                    ORDER BY ready_at
                    LIMIT 1 FOR UPDATE SKIP LOCKED
                    SQL,
                [(int) (microtime(true) * 1000)],
            );
            if ($feed === null) {
                return false;
            }
            $this->workThrough($feed);

            return true;
        });
    }

    /** @param  array<string, mixed>  $feed  id and seller_id */
    private function workThrough(array $feed): void
    {
        foreach (
            $this->store->all('SELECT line, sku, price FROM feed_item WHERE feed_id = ? ORDER BY line', [$feed['id']]) as $item
        ) {
            $refusal = $this->apply($feed['id'], $feed['seller_id'], $item['sku'], (int) $item['price']);
            $this->store->run('UPDATE feed_item SET status = ?, message = ? WHERE feed_id = ? AND line = ?', [
                $refusal === null ? 'accepted' : 'refused',
                $refusal,
                $feed['id'],
                $item['line'],
            ]);
        }
        $this->store->run("UPDATE feed SET status = 'done' WHERE id = ?", [$feed['id']]);
    }

    /** @return array<string, mixed>|null */
    public function find(string $sellerId, string $id): ?array
    {
        $feed = $this->store->one('SELECT id, status FROM feed WHERE seller_id = ? AND id = ?', [$sellerId, $id]);
        if ($feed === null) {
            return null;
        }
        $items = $this->store->all('SELECT sku, status, message FROM feed_item WHERE feed_id = ? ORDER BY line', [$id]);

        return [...$feed, 'items' => $feed['status'] === 'done' ? $items : []];
    }

    private function apply(string $feedId, string $sellerId, string $sku, int $price): ?string
    {
        $offer = $this->store->one(
            <<<'SQL'
                SELECT item_id, base_price
                FROM offer
                JOIN item ON item.id = item_id
                WHERE seller_id = ? AND offer.sku = ?
                SQL,
            [$sellerId, $sku],
        );
        if ($offer === null) {
            return 'no such SKU';
        }
        $least = intdiv($offer['base_price'] * 35, 100);
        if ($price < $least) {
            return sprintf(
                'price under the limit set for this item, which is %d.%02d',
                intdiv($least, 100),
                $least % 100,
            );
        }
        if ((new Faults($this->store))->strikes('refuse_share')) {
            return 'not accepted at the moment, try again later';
        }
        (new Offers($this->store, $this->clock))->reprice($offer['item_id'], $sellerId, $price);
        $this->store->run('INSERT INTO price_log (seller_id, sku, price, feed_id, at) VALUES (?, ?, ?, ?, ?)', [
            $sellerId,
            $sku,
            $price,
            $feedId,
            $this->clock->now(),
        ]);

        return null;
    }
}
