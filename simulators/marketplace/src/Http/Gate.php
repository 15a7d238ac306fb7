<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Http;

use Simulators\Common\Response;
use Simulators\Common\Store;
use Simulators\Marketplace\Faults;

/** What stands before every call: the token, the rate limit and the faults that are switched on. */
final readonly class Gate
{
    public const PER_SECOND = 30.0;

    public const BURST = 60.0;

    public function __construct(private Store $store)
    {
    }

    public function stop(?string $token): ?Response
    {
        if (! hash_equals($this->store->config['token'], (string) $token)) {
            return Response::problem(401, 'unknown token');
        }
        $wait = $this->wait();
        if ($wait > 0) {
            return new Response(429, ['error' => 'too many calls'], ['Retry-After' => (string) (int) ceil($wait)]);
        }
        $faults = new Faults($this->store);
        usleep((int) ($faults->get('latency_ms') * 1_000));
        if ($faults->strikes('drop_share')) {
            return new Response(200, [], ['X-Accel-Redirect' => '/-/drop']);
        }

        return $faults->strikes('error_share') ? Response::problem(503, 'out of order for a moment') : null;
    }

    /** A token bucket: seconds until the next call is welcome, 0 if this one is. */
    private function wait(): float
    {
        $now = microtime(true);
        $row = $this->store->one(
            <<<'SQL'
            INSERT INTO bucket AS b VALUES (?, ?, ?)
            ON CONFLICT (token) DO UPDATE SET
                tokens = greatest(-1, least(?, b.tokens + (excluded.at - b.at) * ?) - 1), at = excluded.at
            RETURNING tokens
            SQL,
            [$this->store->config['token'], self::BURST - 1, $now, self::BURST, self::PER_SECOND],
        );
        $tokens = (float) ($row['tokens'] ?? 0);

        return $tokens >= 0 ? 0.0 : max(0.0, -$tokens / self::PER_SECOND);
    }
}
