<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** An offer that does not count, and the first reason why. */
final readonly class Dropped
{
    public string $seller;

    /** @param  int  $place  of the offer in its group */
    public function __construct(private OfferGroup $group, private int $place, public DropReason $why)
    {
        $this->seller = $group->sellers[$place];
    }

    /** Tells the offer apart from others, also from those of the same seller. */
    public function key(): string
    {
        return self::keyOf(
            $this->seller,
            $this->group->condition,
            $this->group->fulfilment,
            $this->group->landed[$this->place],
        );
    }

    /**
     * @param  list<self>  $all
     * @return array<string, string> why, by key
     */
    public static function reasons(array $all): array
    {
        $reasons = [];
        foreach ($all as $one) {
            $reasons[$one->key()] = $one->why->value;
        }

        return $reasons;
    }

    /** @param  int  $landed  price with shipping, in minor units */
    public static function keyOf(string $seller, string $condition, string $fulfilment, int $landed): string
    {
        return "{$seller}|{$condition}|{$fulfilment}|{$landed}";
    }
}
