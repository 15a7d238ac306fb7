<?php

declare(strict_types=1);

namespace Wrasse\Core\Trail;

/** The steps of one decision, in the order they were taken. */
final class Trail
{
    /** @var list<Step> */
    private array $steps = [];

    /** @param  array<string, int>  $amounts in minor units */
    public function add(string $step, Phrase|Message $says, array $amounts = []): void
    {
        $this->steps[] = new Step($step, $says instanceof Phrase ? $says->with() : $says, $amounts);
    }

    /** @return list<Step> */
    public function steps(): array
    {
        return $this->steps;
    }
}
