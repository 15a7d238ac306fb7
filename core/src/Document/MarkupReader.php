<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Rule\MarkupRule;
use Wrasse\Core\Rule\MarkupTier;
use Wrasse\Core\Rule\SupplierMarkup;

/** Reads markups on cost: as a rule has them, and as a supplier's goods have them. */
final readonly class MarkupReader
{
    private Amounts $amounts;

    public function __construct(private Currency $currency, ?Amounts $amounts = null)
    {
        $this->amounts = $amounts ?? new Amounts($currency);
    }

    /**
     * @param  Node  $markup  its tiers and min_profit
     *
     * @throws InvalidDocument
     */
    public function read(Node $markup): MarkupRule
    {
        $tiers = [];
        foreach ($markup->at('tiers')->items() as $i => $item) {
            $item->object('from', 'percent', 'amount');
            $from = $this->amounts->read($item->at('from'));
            if ($i === 0 ? $from !== 0 : $from <= $tiers[$i - 1]->from) {
                throw $item
                    ->at('from')
                    ->expected(
                        $i === 0 ? 'zero: the first tier starts there' : 'more than the tier before starts with',
                    );
            }
            $tiers[] = new MarkupTier($from, $this->size($item));
        }

        return new MarkupRule(
            $tiers !== [] ? $tiers : throw $markup->at('tiers')->expected('at least one tier'),
            $this->find($markup, 'min_profit'),
        );
    }

    /** @throws InvalidDocument */
    public function supplier(Node $markup): SupplierMarkup
    {
        $markup->object('tiers', 'min_profit', 'fee', 'ending', 'was_percent', 'shipping');
        $shipping = $markup->find('shipping')?->object('percent', 'amount');

        return new SupplierMarkup(
            $this->read($markup),
            $this->find($markup, 'fee') ?? 0,
            ($ending = $markup->find('ending')) === null ? null : (new RuleReader($this->currency))->ending($ending),
            $markup->find('was_percent')?->percent(1_000),
            $shipping === null ? null : $this->size($shipping),
        );
    }

    /**
     * Whether its size is given by percent rather than by amount; it is one of the two.
     *
     * @throws InvalidDocument
     */
    public static function isByPercent(Node $sized): bool
    {
        $isByPercent = $sized->find('percent') !== null;

        return $isByPercent !== ($sized->find('amount') !== null)
            ? $isByPercent
            : throw $sized->expected('either a percent or an amount');
    }

    private function size(Node $sized): Percent|int
    {
        return self::isByPercent($sized)
            ? $sized->at('percent')->percent(10_000)
            : $this->amounts->read($sized->at('amount'));
    }

    private function find(Node $markup, string $key): ?int
    {
        $amount = $markup->find($key);

        return $amount === null ? null : $this->amounts->read($amount);
    }
}
