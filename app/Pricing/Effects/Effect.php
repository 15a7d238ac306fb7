<?php

declare(strict_types=1);

namespace App\Pricing\Effects;

use App\Catalogue\Currencies\OwnCurrency;
use App\Pricing\Deciding\EvaluatedListing;
use Wrasse\Core\Insight\MoneyAtPace;
use Wrasse\Core\Insight\PositionTally;
use Wrasse\Core\Money\PriceMove;
use Wrasse\Core\Trail\Outcome;

/** What a rule would do to many listings together, and which it would move most. */
final class Effect
{
    /** @var array{down: int, up: int, stay: int, ask: int, skipped: int, blocked: int} */
    public array $count = ['down' => 0, 'up' => 0, 'stay' => 0, 'ask' => 0, 'skipped' => 0, 'blocked' => 0];

    public readonly PositionTally $stands;

    public readonly MoneyAtPace $money;

    /** @var list<array{int, EvaluatedListing}> with what they come to on what is sold, in the workspace's minor units */
    private array $moves = [];

    /** @param  int  $most  so many moves are kept */
    public function __construct(private readonly int $most, private readonly OwnCurrency $own)
    {
        $this->stands = new PositionTally();
        $this->money = new MoneyAtPace($own->of(...));
    }

    /** @param  int  $units  sold of it in the time that is looked at */
    public function add(EvaluatedListing $one, int $units): void
    {
        $decision = $one->decision;
        $this->count[self::kind($one)]++;
        $this->stands->add($decision);
        $this->money->add($decision, $units);
        if ($this->most > 0 && $decision->price !== null) {
            $stake = (new PriceMove($decision->listing->price, $decision->price))->stake($units);
            $this->moves[] = [$this->own->of($stake, $decision->listing->currency) ?? 0, $one];
            $this->moves = count($this->moves) < 8 * $this->most ? $this->moves : $this->largest();
        }
    }

    /**
     * @return list<array{int, EvaluatedListing}> with what they come to on what is sold, in minor units; those with the
     *     most money first
     */
    public function largest(): array
    {
        usort($this->moves, fn (array $a, array $b) => $b[0] <=> $a[0]);

        return array_slice($this->moves, 0, $this->most);
    }

    /** @return 'down'|'up'|'stay'|'ask'|'skipped'|'blocked' */
    private static function kind(EvaluatedListing $one): string
    {
        return match ($one->decision->outcome) {
            Outcome::Review => 'ask',
            Outcome::Change => $one->decision->price < $one->row->price_minor ? 'down' : 'up',
            Outcome::Keep => 'stay',
            Outcome::Skipped => 'skipped',
            Outcome::Blocked => 'blocked',
        };
    }
}
