<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Pricing\Deciding\Ruling;
use Wrasse\Core\Decision\Outcome;

/** What a person said to prices that wait: which of them go out, perhaps at another figure. Amounts in minor units. */
final class Answers
{
    /** @var array<int, int> prices that go out, by listing; those left out had moved on */
    public array $taken = [];

    /** @var array<int, string> why one was not taken, by listing */
    public array $refused = [];

    /** @param  array<int, array{seen: int, price: int}>  $prices  by listing: the proposal that was looked at, and the price that is wanted */
    public function __construct(public readonly int $userId, private readonly array $prices)
    {
    }

    /** The price that goes out, or null: then it says why. */
    public function price(Ruling $one): ?int
    {
        $answer = $this->prices[$one->row->id] ?? null;
        if ($answer === null || $one->outcome !== Outcome::Review || $one->price === null) {
            return null;
        }
        $money = $one->listing->currency;
        $limits = $one->limits;
        $why = match (true) {
            $one->price !== $answer['seen'] => "The market has moved: it would be {$money->format($one->price)} now.",
            $answer['price'] < (int) $limits->floor => "{$money->format($answer['price'])} is below its floor {$money->format((int) $limits->floor)}.",
            $answer['price'] > (int) $limits->ceiling => "{$money->format($answer['price'])} is above its ceiling {$money->format((int) $limits->ceiling)}.",
            ! $limits->allow($answer['price'], $one->listing->earnings) => "At {$money->format($answer['price'])} it would earn less than its floor asks for.",
            default => null,
        };
        if ($why !== null) {
            $this->refused[$one->row->id] = $why;

            return null;
        }

        return $this->taken[$one->row->id] = $answer['price'];
    }
}
