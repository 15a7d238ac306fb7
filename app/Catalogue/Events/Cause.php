<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

/** What sets off a decision. */
enum Cause: string
{
    case Market = 'market';
    case Schedule = 'schedule';
    /** Someone asked for a run. */
    case Hand = 'hand';
    /** A person let a run go on that a brake had stopped. */
    case Released = 'released';
    case Approval = 'approval';
    /** Stock or terms of the listing itself. */
    case Stock = 'stock';
    /** Its price no longer held when it was about to leave. */
    case LastLook = 'last_look';
    /** A price of ours is shown, or was refused: what it stands for may be different by now. */
    case Settled = 'settled';
    case Rule = 'rule';
    case Costs = 'costs';
    /** An exchange rate of costs. */
    case Rates = 'rates';
    case Limits = 'limits';
    /** Fees or tax. */
    case Fees = 'fees';
    case Supplier = 'supplier';
    /** Repricing of the listing was switched on or off. */
    case Automation = 'automation';
    /** Prices were set by hand. */
    case Price = 'price';
    case Markup = 'markup';

    /** Not held up by the times of a rule. */
    public function isByPerson(): bool
    {
        return in_array($this, [self::Hand, self::Released, self::Approval], true);
    }

    /** Big moves are sent though a brake holds the rule: a person has looked. */
    public function isLookedAt(): bool
    {
        return in_array($this, [self::Released, self::Approval], true);
    }

    /** Comes by itself, as often as the market moves. */
    public function isOfMarket(): bool
    {
        return in_array($this, [self::Market, self::Settled], true);
    }

    /** Moves limits without moving the market. */
    public function isOfLimits(): bool
    {
        return in_array($this, [self::Limits, self::Costs, self::Rates, self::Fees, self::Supplier, self::Automation], true);
    }

    /** What comes from the market goes before what can wait. */
    public function isUrgent(): bool
    {
        return $this->isOfMarket() || $this === self::LastLook;
    }
}
