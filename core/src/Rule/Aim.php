<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** What a rule kind says: a target in minor units with the reason for it, or to keep the price and why. */
final readonly class Aim
{
    private function __construct(public ?int $target, public string $reason)
    {
    }

    public static function at(int $target, string $reason): self
    {
        return new self(max(1, $target), $reason);
    }

    public static function keep(string $reason): self
    {
        return new self(null, $reason);
    }

    /** Nobody to compare with: direction and the ways to leave the limits do not apply, the target is only clamped. */
    public function withoutRivals(): bool
    {
        return $this->reason === 'no_rivals';
    }
}
