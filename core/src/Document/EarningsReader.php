<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\Fee;
use Wrasse\Core\Profit\FeeTier;
use Wrasse\Core\Profit\FixedFee;
use Wrasse\Core\Profit\MarginalFee;
use Wrasse\Core\Profit\PercentFee;
use Wrasse\Core\Profit\SlabFee;
use Wrasse\Core\Profit\Tax;

use function array_map;
use function array_sum;
use function count;

/** Reads what a sale leaves: costs, fees, tax. */
final class EarningsReader
{
    /** @var Remembered<list<Fee>> */
    private readonly Remembered $fees;

    /** @var Remembered<Tax> */
    private readonly Remembered $taxes;

    public function __construct(private readonly Currency $currency)
    {
        $this->fees = new Remembered();
        $this->taxes = new Remembered();
    }

    /**
     * @param  Node  $listing  its cost, extra costs and own shipping
     *
     * @throws InvalidDocument
     */
    public function read(Node $listing, ?Node $fees, ?Node $tax): Earnings
    {
        $shipping = $listing->find('shipping')?->amount($this->currency) ?? 0;
        $tax = $this->taxes->of($tax, fn () => $this->tax($tax));
        $fees = $this->fees->of($fees, fn () => array_map($this->fee(...), $fees?->items() ?? []));
        $given = $listing->find('cost_currency');
        $currency = $given === null ? $this->currency : self::currency($given);
        $cost = $listing->find('cost')?->amount($currency);
        $extra = $this->extraCosts($listing, $currency);
        if ($currency === $this->currency) {
            return Earnings::of($cost, $extra, $shipping, $tax, $fees);
        }
        $conversion = $listing->find('cost_conversion');

        return Earnings::converting(
            $cost,
            $extra,
            $conversion === null ? null : (new CostConversionReader())->read($conversion, $currency, $this->currency),
            $shipping,
            $tax,
            $fees,
        );
    }

    /**
     * @return list<int> in minor units of the currency
     *
     * @throws InvalidDocument
     */
    private function extraCosts(Node $listing, Currency $currency): array
    {
        $costs = [];
        foreach ($listing->find('extra_costs')?->items() ?? [] as $item) {
            $item->object('label', 'amount')->find('label')?->string();
            $costs[] = $item->at('amount')->amount($currency);
        }

        return array_sum($costs) <= Currency::LARGEST
            ? $costs
            : throw $listing
                ->at('extra_costs')
                ->expected('costs of at most '.$currency->format(Currency::LARGEST).' together');
    }

    /** @throws InvalidDocument */
    public static function currency(Node $code): Currency
    {
        try {
            return Currency::of($code->string());
        } catch (InvalidAmount $e) {
            throw $code->expected($e->getMessage());
        }
    }

    /** @throws InvalidDocument */
    public function fee(Node $fee): Fee
    {
        return $fee->by('kind', [
            'percent' => $this->percentFee(...),
            'fixed' => $this->fixedFee(...),
            'tiered' => $this->tieredFee(...),
        ]);
    }

    private function tax(?Node $tax): Tax
    {
        $tax?->object('percent', 'included');

        return new Tax(
            $tax?->find('percent')?->percent(100) ?? Percent::of(0),
            $tax?->find('included')?->bool() ?? true,
        );
    }

    private function fixedFee(Node $fee): FixedFee
    {
        return new FixedFee($fee->object('kind', 'amount')->at('amount')->amount($this->currency));
    }

    private function percentFee(Node $fee): PercentFee
    {
        $fee->object('kind', 'percent', 'on', 'minimum', 'maximum');

        return new PercentFee(
            $fee->at('percent')->percent(100),
            $fee->find('on')?->enum(Basis::class) ?? Basis::Landed,
            $fee->find('minimum')?->amount($this->currency),
            $fee->find('maximum')?->amount($this->currency),
        );
    }

    private function tieredFee(Node $fee): Fee
    {
        $fee->object('kind', 'on', 'mode', 'tiers');
        $tiers = $this->tiers($fee->at('tiers'));
        $on = $fee->find('on')?->enum(Basis::class) ?? Basis::Landed;

        return ($fee->find('mode')?->oneOf('slab', 'marginal') ?? 'slab') === 'slab'
            ? new SlabFee($tiers, $on)
            : new MarginalFee($tiers, $on);
    }

    /** @return non-empty-list<FeeTier> */
    private function tiers(Node $tiers): array
    {
        $read = [];
        $items = $tiers->items();
        $before = -1;
        foreach ($items as $i => $tier) {
            $tier->object('up_to', 'percent');
            $upTo = $tier->find('up_to')?->amount($this->currency);
            $isLast = $i === count($items) - 1;
            if ($isLast !== ($upTo === null)) {
                throw $tier
                    ->at('up_to')
                    ->expected($isLast ? 'null: the last tier is open' : 'an amount: only the last tier is open');
            }
            if ($upTo !== null && $upTo <= $before) {
                throw $tier->at('up_to')->expected('more than the tier before ends with');
            }
            $before = $upTo ?? 0;
            $read[] = new FeeTier($upTo, $tier->at('percent')->percent(100));
        }

        return $read !== [] ? $read : throw $tiers->expected('at least one tier');
    }
}
