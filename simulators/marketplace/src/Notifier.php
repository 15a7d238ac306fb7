<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Clock;
use Simulators\Common\Store;

/** Sends word of changed offers, signed as the Standard Webhooks specification says (symmetric signature, v1). */
final readonly class Notifier
{
    private const ATTEMPTS = 6;

    /**
     * Deliveries under way at once: more would only wait in the receiver's queue until they time out, and come again.
     */
    private const AT_ONCE = 6;

    public function __construct(private Store $store)
    {
    }

    public function send(): int
    {
        $waiting = $this->store->all(
            'SELECT n.*, s.url, s.secret FROM notification n JOIN subscription s USING (seller_id) WHERE next_attempt_ms <= ? ORDER BY next_attempt_ms, at LIMIT '.
                self::AT_ONCE,
            [(int) (microtime(true) * 1000)],
        );
        $multi = curl_multi_init();
        $calls = [];
        foreach ($waiting as $notification) {
            $this->store->run('UPDATE notification SET attempts = attempts + 1 WHERE id = ?', [$notification['id']]);
            $calls[] = [$notification, ($call = $this->request($notification))];
            curl_multi_add_handle($multi, $call);
        }
        do {
            curl_multi_exec($multi, $running);
            $running > 0 && curl_multi_select($multi, 0.2);
        } while ($running > 0);
        foreach ($calls as [$notification, $call]) {
            $this->settle($notification, curl_getinfo($call, CURLINFO_RESPONSE_CODE));
            curl_multi_remove_handle($multi, $call);
        }

        return count($waiting);
    }

    public static function sign(string $secret, string $id, int $timestamp, string $body): string
    {
        $key = base64_decode(preg_replace('/^whsec_/', '', $secret) ?? '', true) ?: '';

        return 'v1,'.base64_encode(hash_hmac('sha256', "{$id}.{$timestamp}.{$body}", $key, true));
    }

    /** @param  array<string, mixed>  $notification */
    private function request(array $notification): \CurlHandle
    {
        $body = json_encode(
            [
                'type' => 'offers.changed',
                'timestamp' => Clock::text($notification['at']),
                'data' => ['item' => $notification['item_id']],
            ],
            JSON_THROW_ON_ERROR,
        );
        $now = time();
        $call = curl_init($notification['url']);
        curl_setopt_array($call, [
            CURLOPT_POST => true,
            CURLOPT_POSTFIELDS => $body,
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_TIMEOUT => 5,
            CURLOPT_HTTPHEADER => [
                'Content-Type: application/json',
                "webhook-id: {$notification['id']}",
                "webhook-timestamp: {$now}",
                'webhook-signature: '.self::sign($notification['secret'], $notification['id'], $now, $body),
            ],
        ]);

        return $call;
    }

    /** @param  array<string, mixed>  $notification */
    private function settle(array $notification, int $status): void
    {
        if (($status >= 200 && $status < 300) || $notification['attempts'] + 1 >= self::ATTEMPTS) {
            $this->store->run('DELETE FROM notification WHERE id = ?', [$notification['id']]);

            return;
        }
        $wait = 500 * 2 ** $notification['attempts'];
        $this->store->run('UPDATE notification SET next_attempt_ms = ? WHERE id = ?', [
            (int) (microtime(true) * 1000) + $wait,
            $notification['id'],
        ]);
    }
}
