<?php

declare(strict_types=1);

namespace App\Catalogue\Currencies;

use App\Accounts\Models\OldRates;
use App\Accounts\Models\Workspace;
use App\Catalogue\Models\ExchangeRate;
use App\Catalogue\Models\RateInUse;
use Wrasse\Core\Money\CostConversion;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\ExchangeRate as Rate;
use Wrasse\Core\Money\ExchangeRates;
use Wrasse\Core\Money\Percent;

/** At which rates a workspace brings amounts from one currency into another; read once for many listings. */
final class Conversions
{
    private readonly Percent $margin;

    /** @var list<ExchangeRate>|null */
    private ?array $inUse = null;

    private ?ExchangeRates $rates = null;

    /** @var array<string, CostConversion|null> by pair */
    private array $costs = [];

    /** @param  list<ExchangeRate>  $instead  rates that are tried out, in place of those in use for their pairs */
    public function __construct(private readonly Workspace $workspace, private readonly array $instead = [])
    {
        $this->margin = Percent::parse($workspace->rate_margin_percent);
    }

    /** Null where there is no rate that leads there, or it is older than the workspace allows. */
    public function ofCosts(Currency $from, Currency $to): ?CostConversion
    {
        $pair = $from->code.$to->code;
        if (! array_key_exists($pair, $this->costs)) {
            $rate = $this->ofOffers($from, $to);
            $this->costs[$pair] = $rate === null ? null : new CostConversion($rate, $this->margin);
        }

        return $this->costs[$pair];
    }

    /** Without a margin, for prices of others; null where there is no rate, or it is older than the workspace allows. */
    public function ofOffers(Currency $from, Currency $to): ?Rate
    {
        $rate = $this->rates()->find($from, $to);
        $mayBeUsed = $rate !== null && ($this->workspace->old_rates === OldRates::Warn || ! $this->isOld($rate));

        return $mayBeUsed ? $rate : null;
    }

    /** Without a margin, and however old: for sums. */
    public function ofSums(Currency $from, Currency $to): ?Rate
    {
        return $this->rates()->find($from, $to);
    }

    /**
     * The same for the core's document of a decision.
     *
     * @return array{rates: list<array<string, string>>, margin_percent: string}|null
     */
    public function document(Currency $from, Currency $to): ?array
    {
        if ($this->ofCosts($from, $to) === null) {
            return null;
        }

        return [
            'rates' => array_map(
                fn (ExchangeRate $rate): array => [
                    'base' => $rate->base,
                    'quote' => $rate->quote,
                    'rate' => self::plain($rate->rate),
                    'date' => $rate->day,
                    'source' => $rate->source,
                ],
                $this->inUse(),
            ),
            'margin_percent' => (string) $this->margin,
        ];
    }

    /** Whether it was published longer ago than the workspace wants. */
    public function isOld(Rate $rate): bool
    {
        $today = now($this->workspace->time_zone)->toDateString();

        return $rate->day < self::dayNumber($today) - $this->workspace->rate_days;
    }

    /** As the core has it. */
    public static function rate(ExchangeRate $rate): Rate
    {
        return Rate::of(
            Currency::of($rate->base),
            Currency::of($rate->quote),
            self::plain($rate->rate),
            self::dayNumber($rate->day),
            $rate->source,
        );
    }

    /** Days since 1 January 1970. */
    public static function dayNumber(string $day): int
    {
        return intdiv((int) strtotime("{$day} UTC"), 86_400);
    }

    /** Without the zeros that the database puts at the end. */
    public static function plain(string $rate): string
    {
        return str_contains($rate, '.') ? rtrim(rtrim($rate, '0'), '.') : $rate;
    }

    private function rates(): ExchangeRates
    {
        return $this->rates ??= new ExchangeRates(array_map(self::rate(...), $this->inUse()));
    }

    /** @return list<ExchangeRate> */
    private function inUse(): array
    {
        if ($this->inUse === null) {
            $rates = [];
            foreach (RateInUse::query()->with('rate')->orderBy('base')->orderBy('quote')->get() as $used) {
                $rates[$used->base.$used->quote] = $used->rate;
            }
            foreach ($this->instead as $rate) {
                $rates[$rate->base.$rate->quote] = $rate;
            }
            $this->inUse = array_values($rates);
        }

        return $this->inUse;
    }
}
