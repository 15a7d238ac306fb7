<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;
use Wrasse\Core\Alert\Whose;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

use function abs;

/** A price has moved: since the last look, or against what it was some days ago. */
final readonly class PriceMoved implements Condition
{
    public const DOWN = 'down';

    public const UP = 'up';

    /**
     * @param  string|null  $direction  down or up; null: any
     * @param  int  $byMore  in minor units: it moved by more
     * @param  Percent|null  $byMorePercent  of what it was: it moved by more
     * @param  int  $days  against what it was so many days ago; 0: against the last look
     */
    public function __construct(
        private Whose $whose,
        private ?string $direction,
        private int $byMore,
        private ?Percent $byMorePercent,
        private int $days,
    ) {
    }

    public function find(Look $look): array
    {
        $before = $this->days === 0 ? $look->before : $look->daysAgo($this->days);
        $found = [];
        foreach ($before === null ? [] : $this->whose->prices($before, $look->now) as [$seller, $from, $to]) {
            if ($from !== null && $to !== null && $this->isWanted($from, $to)) {
                $found[] = new Finding($to < $from ? 'price_down' : 'price_up', $this->days === 0, $seller, $from, $to, $this->days === 0 ? null : (string) $this->days, $this->whose->subject($seller));
            }
        }

        return $found;
    }

    private function isWanted(int $from, int $to): bool
    {
        $move = new PriceMove($from, $to);

        return $from !== $to
            && ($this->direction === null || ($this->direction === self::DOWN) === ($to < $from))
            && abs($to - $from) > $this->byMore
            && ($this->byMorePercent === null || $move->isBeyond($this->byMorePercent));
    }
}
