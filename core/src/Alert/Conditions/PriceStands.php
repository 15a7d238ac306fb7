<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;
use Wrasse\Core\Alert\Whose;

/** A price is below, above or equal to an amount, our price, or a figure of the listing. */
final readonly class PriceStands implements Condition
{
    public const BELOW = 'below';

    public const ABOVE = 'above';

    public const EQUAL = 'equal';

    /**
     * @param  string  $relation  below, above or equal
     * @param  string  $to  amount, ours, or a key of MarketMoment's figures
     * @param  int|null  $amount  in minor units, where it is held against an amount
     */
    public function __construct(
        private Whose $whose,
        private string $relation,
        private string $to,
        private ?int $amount = null,
    ) {
    }

    public function find(Look $look): array
    {
        $against = match ($this->to) {
            'amount' => $this->amount,
            'ours' => $look->now->ours,
            default => $look->now->figures[$this->to] ?? null,
        };
        if ($against === null) {
            return [];
        }
        $found = [];
        foreach ($this->whose->prices($look->now, $look->now) as [$seller, , $price]) {
            if ($price !== null && $this->holds($price, $against)) {
                $found[] = new Finding("price_{$this->relation}", false, $seller, $against, $price, $this->to, $this->whose->subject($seller));
            }
        }

        return $found;
    }

    private function holds(int $price, int $against): bool
    {
        return match ($this->relation) {
            self::BELOW => $price < $against,
            self::ABOVE => $price > $against,
            default => $price === $against,
        };
    }
}
