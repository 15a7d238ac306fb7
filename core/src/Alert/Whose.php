<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert;

use function array_key_exists;
use function array_keys;

/** Whose price a condition is about. */
final readonly class Whose
{
    public const LOWEST = 'lowest';

    public const ANY = 'any';

    public const OURS = 'ours';

    /** Ours for the same product on another channel, the lowest of them. */
    public const OURS_ELSEWHERE = 'ours_elsewhere';

    /** @param  string  $name  lowest, any, ours, ours_elsewhere, or else a seller */
    public function __construct(public string $name, private bool $isSeller = false)
    {
    }

    /** What is told once: the lowest price whoever asks it, else each seller's. */
    public function subject(?string $seller): string
    {
        return $this->isSeller || $this->name === self::ANY ? (string) $seller : $this->name;
    }

    /**
     * Prices at two moments, of each whom it is about; those that can be bought.
     *
     * @return list<array{string|null, int|null, int|null}> seller (null: us), before, now; at least one is known
     */
    public function prices(MarketMoment $before, MarketMoment $now): array
    {
        if (! $this->isSeller && $this->name === self::OURS) {
            return [[null, $before->ours, $now->ours]];
        }
        if (! $this->isSeller && $this->name === self::OURS_ELSEWHERE) {
            $elsewhere = [$before->figures[self::OURS_ELSEWHERE] ?? null, $now->figures[self::OURS_ELSEWHERE] ?? null];

            return $elsewhere === [null, null] ? [] : [[self::OURS_ELSEWHERE, ...$elsewhere]];
        }
        if (! $this->isSeller && $this->name === self::LOWEST) {
            [$was, $is] = [$before->lowest(), $now->lowest()];
            $offer = $is ?? $was;

            return $offer === null ? [] : [[$offer->seller, $was?->landed, $is?->landed]];
        }
        [$was, $is] = [$before->inStock(), $now->inStock()];
        $prices = [];
        foreach (array_keys($is + $was) as $seller) {
            if (! $this->isSeller || (string) $seller === $this->name) {
                $prices[] = [(string) $seller, array_key_exists($seller, $was) ? $was[$seller]->landed : null, array_key_exists($seller, $is) ? $is[$seller]->landed : null];
            }
        }

        return $prices;
    }
}
