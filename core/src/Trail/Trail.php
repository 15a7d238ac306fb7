<?php

declare(strict_types=1);

namespace Wrasse\Core\Trail;

use Closure;

use function array_map;

/** The steps of one decision, in the order they were taken. */
final class Trail
{
    /** @var list<array{string, string|Closure(): string, array<string, int>}> */
    private array $steps = [];

    /**
     * @param  string|Closure(): string  $says  a closure where the words take some making: they are mostly not read
     * @param  array<string, int>  $amounts in minor units
     */
    public function add(string $step, string|Closure $says, array $amounts = []): void
    {
        $this->steps[] = [$step, $says, $amounts];
    }

    /** @return list<Step> */
    public function steps(): array
    {
        return array_map(fn (array $step) => new Step(...$step), $this->steps);
    }
}
