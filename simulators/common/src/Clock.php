<?php

declare(strict_types=1);

namespace Simulators\Common;

/** The own time of a simulated place: real time, times a speed from the moment the speed was set. */
final readonly class Clock
{
    public function __construct(private Store $store)
    {
    }

    /** Seconds since 1970. */
    public function now(): int
    {
        $clock = $this->store->setting('clock', ['real' => 0, 'own' => 0, 'speed' => 1]);

        return (int) ($clock['own'] + (microtime(true) - $clock['real']) * $clock['speed']);
    }

    /** From now on this many times as fast as real time. */
    public function run(float $speed, ?int $from = null): void
    {
        $this->store->set('clock', ['real' => microtime(true), 'own' => $from ?? $this->now(), 'speed' => $speed]);
    }

    public static function text(int $time): string
    {
        return gmdate('Y-m-d\TH:i:s\Z', $time);
    }
}
