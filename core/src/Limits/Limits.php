<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

/** Floor and ceiling as far as they are known, and why they are not usable where they are not. */
final readonly class Limits
{
    private function __construct(public ?Limit $floor, public ?Limit $ceiling, public ?string $problem)
    {
    }

    public static function missing(string $problem): self
    {
        return new self(null, null, $problem);
    }

    public static function of(?Limit $floor, ?Limit $ceiling): self
    {
        return new self($floor, $ceiling, match (true) {
            $floor === null => 'floor_missing',
            $ceiling === null => 'ceiling_missing',
            $floor->price > $ceiling->price => 'limits_conflict',
            default => null,
        });
    }
}
