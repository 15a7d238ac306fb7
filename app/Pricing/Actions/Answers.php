<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Pricing\Deciding\DecisionSummary;
use App\Pricing\Deciding\PriceCheck;
use App\Support\Messages\Message;
use Wrasse\Core\Trail\Outcome;

/** Prices that wait for a person, and that someone approved as they were shown. Amounts in minor units. */
final class Answers
{
    /** @var array<int, int> prices that go out, by listing */
    public array $taken = [];

    /** @var array<int, Message> why one was not taken, by listing */
    public array $refused = [];

    /**
     * @param  array<int, int>  $seen  the price that was looked at, by listing
     * @param  int  $afterSeconds  so long it can be undone before anything is sent
     */
    public function __construct(
        public readonly int $userId,
        private readonly array $seen,
        public readonly int $afterSeconds = 0,
    ) {
    }

    /** The price that goes out; null where it is not the one that was looked at, or may not be set. */
    public function price(DecisionSummary $one): ?int
    {
        $seen = $this->seen[$one->row->id] ?? null;
        if ($seen === null) {
            return null;
        }
        $why =
            PriceCheck::says($seen, $one->listing, $one->limits) ??
            match (true) {
                $one->outcome === Outcome::Review && $one->price !== $seen => Message::of(
                    'approval_market_moved',
                    price: $one->listing->currency->format((int) $one->price),
                ),
                $one->outcome !== Outcome::Review => Message::of('approval_rule_differs'),
                default => null,
            };
        if ($why !== null) {
            $this->refused[$one->row->id] = $why;

            return null;
        }

        return $this->taken[$one->row->id] = $seen;
    }
}
