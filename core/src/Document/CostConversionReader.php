<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Money\CostConversion;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\ExchangeRate;
use Wrasse\Core\Money\ExchangeRates;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;

use function array_map;

/** Reads at which published rates, and with which margin, costs are converted. */
final readonly class CostConversionReader
{
    private const LARGEST_MARGIN_PERCENT = 100;

    /**
     * @param  Node  $conversion  rates that lead from one currency to the other, and margin_percent
     * @return CostConversion|null null where none of the rates leads there
     *
     * @throws InvalidDocument
     */
    public function read(Node $conversion, Currency $from, Currency $to): ?CostConversion
    {
        $conversion->object('rates', 'margin_percent');
        $rate = (new ExchangeRates(array_map($this->rate(...), $conversion->at('rates')->items())))->find($from, $to);

        return $rate === null ? null : new CostConversion(
            $rate,
            $conversion->find('margin_percent')?->percent(self::LARGEST_MARGIN_PERCENT) ?? Percent::of(0),
        );
    }

    /** @throws InvalidDocument */
    private function rate(Node $rate): ExchangeRate
    {
        $rate->object('base', 'quote', 'rate', 'date', 'source');
        try {
            return ExchangeRate::of(
                EarningsReader::currency($rate->at('base')),
                EarningsReader::currency($rate->at('quote')),
                $rate->at('rate')->string(),
                $rate->at('date')->date(),
                $rate->find('source')?->string() ?? '',
            );
        } catch (InvalidAmount $e) {
            throw $rate->at('rate')->expected($e->getMessage());
        }
    }
}
