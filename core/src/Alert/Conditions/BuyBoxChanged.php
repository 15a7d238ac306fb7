<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;

/** The buy box was ours and is not any more, or the other way round. */
final readonly class BuyBoxChanged implements Condition
{
    public function __construct(private bool $isWon)
    {
    }

    public function find(Look $look): array
    {
        $isOurs = $look->now->holdsBuyBox === true;

        return ($look->before->holdsBuyBox === true) === $isOurs || $isOurs !== $this->isWon
            ? []
            : [new Finding($isOurs ? 'buy_box_won' : 'buy_box_lost', true)];
    }
}
