<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Chance;
use Simulators\Common\Store;

/** What can be made to go wrong. Shares are from 0 to 1. */
final readonly class Faults
{
    public const NONE = [
        'latency_ms' => 0,
        'error_share' => 0,
        'drop_share' => 0,
        'refuse_share' => 0,
        'late_read_back_seconds' => 0,
    ];

    public function __construct(private Store $store)
    {
    }

    /** @return array<string, int|float> */
    public function all(): array
    {
        return [...self::NONE, ...$this->store->setting('faults', [])];
    }

    public function get(string $name): int|float
    {
        return $this->all()[$name];
    }

    /** @param  array<mixed>  $faults */
    public function set(array $faults): void
    {
        $known = array_intersect_key($faults, self::NONE);
        $this->store->set('faults', array_map(fn (mixed $value) => max(0, (float) $value), $known));
    }

    /** Whether it goes wrong this time: the n-th time of a run always does or always does not. */
    public function strikes(string $fault): bool
    {
        $share = $this->get($fault);
        if ($share <= 0) {
            return false;
        }
        $number = $this->store->one("SELECT nextval('fault_number') AS n")['n'] ?? 0;

        return (new Chance($this->store->config['seed'], $fault, (string) $number))->happens($share);
    }
}
