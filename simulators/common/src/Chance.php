<?php

declare(strict_types=1);

namespace Simulators\Common;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Repeatable chance: the same seed and name give the same sequence. */
final readonly class Chance
{
    private Randomizer $randomizer;

    public function __construct(int $seed, string ...$name)
    {
        $this->randomizer = new Randomizer(new Mt19937(crc32($seed.'|'.implode('|', $name))));
    }

    public function int(int $least, int $most): int
    {
        return $this->randomizer->getInt($least, $most);
    }

    public function between(float $least, float $most): float
    {
        return $least + (($most - $least) * $this->randomizer->getInt(0, 1_000_000)) / 1_000_000;
    }

    public function happens(float $probability): bool
    {
        return $this->randomizer->getInt(1, 1_000_000) <= $probability * 1_000_000;
    }

    /** How often something happens that is expected this often (Poisson, by multiplication; Knuth, TAOCP 2, 3.4.1). */
    public function count(float $expected): int
    {
        $limit = exp(-min($expected, 50.0));
        $product = 1.0;
        for ($count = -1; $product > $limit; $count++) {
            $product *= $this->between(0.000001, 1.0);
        }

        return max(0, $count);
    }
}
