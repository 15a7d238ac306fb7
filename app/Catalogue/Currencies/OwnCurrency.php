<?php

declare(strict_types=1);

namespace App\Catalogue\Currencies;

use App\Accounts\Models\Workspace;
use App\Channels\Models\Channel;
use Wrasse\Core\Money\Currency;

/**
 * Amounts of several currencies in that of the workspace, so that they can be added up and compared: at the rates in
 * use, without a margin. Nothing is added that has no rate.
 */
final class OwnCurrency
{
    /** More than any rate is published with. */
    private const DIGITS = 18;

    public readonly Currency $currency;

    private readonly Conversions $conversions;

    public function __construct(Workspace $workspace)
    {
        $this->currency = $workspace->money();
        $this->conversions = new Conversions($workspace);
    }

    /** @return int|null in minor units of the workspace's currency; null without a rate */
    public function of(int $minor, Currency $from): ?int
    {
        return $from === $this->currency ? $minor : $this->conversions->ofSums($from, $this->currency)?->convert($minor);
    }

    /** What stands beside an amount of another currency; null where it is the same one, or there is no rate. */
    public function beside(?int $minor, Currency $of): ?string
    {
        $own = $minor === null || $of === $this->currency ? null : $this->of($minor, $of);

        return $own === null ? null : $this->currency->format($own);
    }

    /**
     * What one minor unit of each currency that is sold in is worth; those without a rate are not in it.
     *
     * @return array<string, string> decimal by ISO 4217
     */
    public function known(): array
    {
        $factors = [$this->currency->code => '1'];
        foreach (Channel::query()->distinct()->pluck('currency') as $code) {
            $factor = $this->factor(Currency::of($code));
            if ($factor !== null) {
                $factors[$code] = $factor;
            }
        }

        return $factors;
    }

    /**
     * The same as a table of SQL called own (currency, factor): the codes are known currencies, the factors decimals;
     * nothing of it was written by anyone.
     */
    public function factors(): string
    {
        $factors = $this->known();
        $row = fn (string $code, string $factor): string => "('{$code}', {$factor}::numeric)";

        return '(VALUES '.implode(', ', array_map($row, array_keys($factors), $factors)).') AS own (currency, factor)';
    }

    private function factor(Currency $from): ?string
    {
        return $from === $this->currency
            ? '1'
            : $this->conversions->ofSums($from, $this->currency)?->minorUnits()->decimal(self::DIGITS);
    }
}
