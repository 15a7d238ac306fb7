<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

/** Rates that are known, each of them good for both ways and for crossing over a third currency. */
final class ExchangeRates
{
    /** @var array<string, array<string, ExchangeRate>> by currency, to currency */
    private array $known = [];

    /** @var array<string, ExchangeRate|null> by pair, as they were asked for */
    private array $found = [];

    /** @param  list<ExchangeRate>  $rates  of several for a pair the last counts */
    public function __construct(array $rates)
    {
        foreach ($rates as $rate) {
            $this->known[$rate->from->code][$rate->to->code] = $rate;
            $this->known[$rate->to->code][$rate->from->code] = $rate->inverse();
        }
    }

    /** The rate of a pair: as it was published, the other way round, or across one other currency; null for none. */
    public function find(Currency $from, Currency $to): ?ExchangeRate
    {
        $pair = $from->code.$to->code;
        if (! isset($this->found[$pair])) {
            $this->found[$pair] = $this->known[$from->code][$to->code] ?? $this->across($from, $to);
        }

        return $this->found[$pair];
    }

    /** Of several ways across, the one whose older rate is the latest. */
    private function across(Currency $from, Currency $to): ?ExchangeRate
    {
        $best = null;
        foreach ($this->known[$from->code] ?? [] as $over => $first) {
            $next = $this->known[$over][$to->code] ?? null;
            $way = $next === null ? null : $first->then($next);
            if ($way !== null && ($best === null || $way->day > $best->day)) {
                $best = $way;
            }
        }

        return $best;
    }
}
