<?php

declare(strict_types=1);

namespace App\Pricing\Runs;

use App\Accounts\Models\Workspace;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

/** Stops a run that would move too many prices too far: a wrong cost file, a rival's penny price. */
final readonly class RunGuard
{
    /** Fewer large moves than this are no sign of anything. */
    public const LEAST = 5;

    /** A big move down after a market change waits so long: others may follow, and then the brake holds them all. */
    private const WAIT_SECONDS = 120;

    private Percent $move;

    private Percent $share;

    public function __construct(Workspace $workspace)
    {
        $this->move = Percent::parse($workspace->brake_move_percent);
        $this->share = Percent::parse($workspace->brake_listings_percent);
    }

    public function isBig(int $from, int $to): bool
    {
        return (new PriceMove($from, $to))->isBeyond($this->move);
    }

    /** How long a move after a market change waits before it is sent. */
    public function secondsToWait(int $from, int $to): int
    {
        return $to < $from && $this->share->units < Percent::of(100)->units && $this->isBig($from, $to)
            ? self::WAIT_SECONDS
            : 0;
    }

    /**
     * @param  int  $big  how many prices move by more than is usual
     * @param  int  $listings  how many the run is over
     */
    public function holds(int $big, int $listings): bool
    {
        return $big >= self::LEAST && $big * Percent::WHOLE > $listings * $this->share->units;
    }
}
