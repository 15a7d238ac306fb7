<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Conditions\AllOf;
use Wrasse\Core\Alert\Conditions\AnyOf;
use Wrasse\Core\Alert\Conditions\BuyBoxChanged;
use Wrasse\Core\Alert\Conditions\ListingStands;
use Wrasse\Core\Alert\Conditions\PriceMoved;
use Wrasse\Core\Alert\Conditions\PricesApart;
use Wrasse\Core\Alert\Conditions\PriceStands;
use Wrasse\Core\Alert\Conditions\RankChanged;
use Wrasse\Core\Alert\Conditions\RivalChanged;
use Wrasse\Core\Alert\Whose;
use Wrasse\Core\Money\Currency;

use function array_map;
use function count;

/** Reads the condition of an alert: {"kind": "any", "conditions": [{"kind": "buy_box", "change": "lost"}, …]}. */
final readonly class AlertReader
{
    private const MOST_CONDITIONS = 20;

    private const DEEPEST = 3;

    /** Percent of a price. */
    private const MOST_PERCENT = 1_000;

    private const MOST_DAYS = 30;

    private const LONGEST_DAYS = 365;

    public function __construct(private Currency $currency)
    {
    }

    /** @throws InvalidDocument */
    public function read(Node $node, int $depth = 0): Condition
    {
        return $node->by('kind', [
            'all' => fn (Node $node): Condition => new AllOf($this->several($node, $depth)),
            'any' => fn (Node $node): Condition => new AnyOf($this->several($node, $depth)),
            'price_moved' => $this->priceMoved(...),
            'price_stands' => $this->priceStands(...),
            'prices_apart' => fn (Node $node): Condition => new PricesApart(
                self::whose($node->object('kind', 'whose', 'than', 'percent')->at('whose'), Whose::OURS_ELSEWHERE),
                self::whose($node->at('than'), Whose::OURS_ELSEWHERE),
                $node->at('percent')->percent(self::MOST_PERCENT),
            ),
            'buy_box' => fn (Node $node): Condition => new BuyBoxChanged($node->object('kind', 'change')->at('change')->oneOf('lost', 'won') === 'won'),
            'rank' => fn (Node $node): Condition => new RankChanged($node->object('kind', 'change')->at('change')->oneOf('worse', 'better') === 'better'),
            'rival' => fn (Node $node): Condition => new RivalChanged(self::change($node->object('kind', 'change')->at('change'))),
            'listing' => fn (Node $node): Condition => new ListingStands(
                self::state($node->object('kind', 'state', 'days')->at('state')),
                $node->find('days')?->int(0, self::LONGEST_DAYS) ?? 0,
            ),
        ]);
    }

    /** Whether it has amounts, so that it says something only in one currency. */
    public static function hasAmounts(mixed $document): bool
    {
        if (! is_array($document)) {
            return false;
        }
        foreach ($document as $key => $value) {
            if ($key === 'amount' && $value !== null || self::hasAmounts($value)) {
                return true;
            }
        }

        return false;
    }

    /** Whether it holds against what stands on other channels, so that it may change though nothing of the listing does. */
    public static function looksElsewhere(mixed $document): bool
    {
        return is_array($document)
            ? array_filter($document, self::looksElsewhere(...)) !== []
            : $document === Whose::OURS_ELSEWHERE;
    }

    /** Whether what it says may change though nothing else does, because time goes by. */
    public static function goesByDays(mixed $document): bool
    {
        if (! is_array($document)) {
            return false;
        }
        foreach ($document as $key => $value) {
            if ($key === 'days' && $value !== null && $value !== 0 || self::goesByDays($value)) {
                return true;
            }
        }

        return false;
    }

    /** @return non-empty-list<Condition> */
    private function several(Node $node, int $depth): array
    {
        $items = $node->object('kind', 'conditions')->at('conditions')->items();
        if ($items === [] || count($items) > self::MOST_CONDITIONS || $depth >= self::DEEPEST) {
            throw $node->at('conditions')->expected('1 to '.self::MOST_CONDITIONS.' conditions, at most '.self::DEEPEST.' deep');
        }

        return array_map(fn (Node $item): Condition => $this->read($item, $depth + 1), $items);
    }

    private function priceMoved(Node $node): Condition
    {
        $node->object('kind', 'whose', 'direction', 'amount', 'percent', 'days');
        $direction = $node->find('direction')?->oneOf('any', PriceMoved::DOWN, PriceMoved::UP) ?? 'any';

        return new PriceMoved(
            self::whose($node->at('whose')),
            $direction === 'any' ? null : $direction,
            $node->find('amount')?->amount($this->currency) ?? 0,
            $node->find('percent')?->percent(self::MOST_PERCENT),
            $node->find('days')?->int(0, self::MOST_DAYS) ?? 0,
        );
    }

    private function priceStands(Node $node): Condition
    {
        $node->object('kind', 'whose', 'relation', 'to', 'amount');
        $to = $node->at('to')->oneOf('amount', 'ours', 'floor', 'ceiling', 'cost', 'map', 'rrp');

        return new PriceStands(
            self::whose($node->at('whose')),
            $node->at('relation')->oneOf(PriceStands::BELOW, PriceStands::ABOVE, PriceStands::EQUAL),
            $to,
            $to === 'amount' ? $node->at('amount')->amount($this->currency, 1) : null,
        );
    }

    /**
     * "lowest", "any", "ours", or {"seller": "…"}.
     *
     * @param  string  ...$more  names that are known too
     */
    private static function whose(Node $node, string ...$more): Whose
    {
        return $node->isList()
            ? new Whose($node->object('seller')->at('seller')->string(), true)
            : new Whose($node->oneOf(Whose::LOWEST, Whose::ANY, Whose::OURS, ...$more));
    }

    /** @return value-of<RivalChanged::CHANGES> */
    private static function change(Node $node): string
    {
        /** @var value-of<RivalChanged::CHANGES> */
        return $node->oneOf(...RivalChanged::CHANGES);
    }

    /** @return value-of<ListingStands::STATES> */
    private static function state(Node $node): string
    {
        /** @var value-of<ListingStands::STATES> */
        return $node->oneOf(...ListingStands::STATES);
    }
}
