<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;
use Wrasse\Core\Alert\Whose;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

use function max;
use function min;

/** Prices of two for the same thing that lie further apart than this, whether or not anything has moved. */
final readonly class PricesApart implements Condition
{
    /** @param  Percent  $more  of the lower one */
    public function __construct(private Whose $one, private Whose $other, private Percent $more)
    {
    }

    public function find(Look $look): array
    {
        $found = [];
        foreach ($this->one->prices($look->now, $look->now) as [$seller, , $price]) {
            foreach ($this->other->prices($look->now, $look->now) as [$than, , $against]) {
                if ($price !== null && $against !== null && $seller !== $than && (new PriceMove(min($price, $against), max($price, $against)))->isBeyond($this->more)) {
                    $found[] = new Finding('prices_apart', false, $seller, $against, $price, $than, $this->one->subject($seller));
                }
            }
        }

        return $found;
    }
}
