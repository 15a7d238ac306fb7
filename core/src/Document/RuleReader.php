<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Market\Basis;
use Wrasse\Core\Market\BuyBoxReference;
use Wrasse\Core\Market\FieldFilter;
use Wrasse\Core\Market\LowestReference;
use Wrasse\Core\Market\Reference;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Rule\AboveAmount;
use Wrasse\Core\Rule\AboveCeiling;
use Wrasse\Core\Rule\AbovePercent;
use Wrasse\Core\Rule\BelowAmount;
use Wrasse\Core\Rule\BelowFloor;
use Wrasse\Core\Rule\BelowPercent;
use Wrasse\Core\Rule\CompetitiveRule;
use Wrasse\Core\Rule\Direction;
use Wrasse\Core\Rule\HoldingBuyBox;
use Wrasse\Core\Rule\MatchPosition;
use Wrasse\Core\Rule\NoRivals;
use Wrasse\Core\Rule\Position;
use Wrasse\Core\Rule\Rule;

/** Reads a rule document. Amounts in it are in the currency it is read for. */
final readonly class RuleReader
{
    private const COMMON = ['version', 'kind', 'direction', 'when_below_floor', 'when_above_ceiling', 'reprice_on_promotion'];

    private const COMPETITIVE = ['field', 'compare', 'reference', 'position', 'when_no_rivals', 'when_holding_buy_box'];

    public function __construct(private Currency $currency)
    {
    }

    /** @throws InvalidDocument */
    public function read(Node $rule): Rule
    {
        $rule->object(...self::COMMON, ...self::COMPETITIVE);
        $rule->at('version')->int(1, 1);
        $rule->at('kind')->oneOf('competitive');

        return new Rule(
            $this->competitive($rule),
            $rule->find('direction')?->enum(Direction::class) ?? Direction::Both,
            $rule->find('when_below_floor')?->enum(BelowFloor::class) ?? BelowFloor::Floor,
            $rule->find('when_above_ceiling')?->enum(AboveCeiling::class) ?? AboveCeiling::Ceiling,
            $rule->find('reprice_on_promotion')?->bool() ?? true,
        );
    }

    private function competitive(Node $rule): CompetitiveRule
    {
        return new CompetitiveRule(
            $this->reference($rule->at('reference')),
            ($position = $rule->find('position')) === null ? new MatchPosition : $this->position($position),
            ($field = $rule->find('field')) === null ? new FieldFilter : $this->field($field),
            $rule->find('compare')?->enum(Basis::class) ?? Basis::Landed,
            $rule->find('when_no_rivals')?->enum(NoRivals::class) ?? NoRivals::Hold,
            $rule->find('when_holding_buy_box')?->enum(HoldingBuyBox::class) ?? HoldingBuyBox::Ignore,
        );
    }

    private function reference(Node $reference): Reference
    {
        $reference->object('of', 'else');
        $else = $reference->find('else');
        $otherwise = $else === null ? new LowestReference : $this->reference($else);

        return match ($reference->at('of')->oneOf('lowest', 'buy_box')) {
            'buy_box' => new BuyBoxReference($otherwise),
            default => new LowestReference,
        };
    }

    private function position(Node $position): Position
    {
        $position->object('move', 'percent', 'amount', 'at_least');
        $move = $position->find('move')?->oneOf('match', 'below', 'above') ?? 'match';
        $percent = $position->find('percent');
        $amount = $position->find('amount');
        $atLeast = $position->find('at_least')?->amount($this->currency);
        if ($move === 'match') {
            return $percent === null && $amount === null && $atLeast === null ? new MatchPosition : throw $position->expected('no percent or amount with "match"');
        }
        if (($percent === null) === ($amount === null)) {
            throw $position->expected("either a percent or an amount with \"{$move}\"");
        }
        if ($amount !== null) {
            $by = $amount->amount($this->currency);

            return match (true) {
                $atLeast !== null => throw $position->at('at_least')->expected('nothing; it goes with a percent'),
                $move === 'below' => new BelowAmount($by),
                default => new AboveAmount($by),
            };
        }

        return $move === 'below'
            ? new BelowPercent($position->at('percent')->percent(100, below: true), $atLeast)
            : new AbovePercent($position->at('percent')->percent(1_000), $atLeast);
    }

    private function field(Node $field): FieldFilter
    {
        $field->object(
            'condition', 'fulfilment', 'exclude_sellers', 'only_sellers', 'exclude_marketplace_retail', 'min_rating_percent',
            'min_rating_count', 'max_handling_days', 'ship_from', 'in_stock_only', 'max_age_minutes', 'sources',
        );

        return new FieldFilter(
            $this->kinds($field->find('condition'), []),
            $this->kinds($field->find('fulfilment'), null),
            $field->find('exclude_sellers')?->strings() ?? [],
            $field->find('only_sellers')?->strings(),
            $field->find('exclude_marketplace_retail')?->bool() ?? false,
            $field->find('min_rating_percent')?->percent(100),
            $field->find('min_rating_count')?->int(0),
            $field->find('max_handling_days')?->int(0),
            $field->find('ship_from')?->strings(),
            $field->find('in_stock_only')?->bool() ?? true,
            $field->find('max_age_minutes')?->int(0),
            $field->find('sources')?->strings() ?? ['marketplace', 'web'],
        );
    }

    /**
     * "same", "any" or a list, as FieldFilter takes it.
     *
     * @param  list<string>|null  $default
     * @return list<string>|null
     */
    private function kinds(?Node $node, ?array $default): ?array
    {
        if ($node === null) {
            return $default;
        }
        if ($node->isList()) {
            return $node->strings() ?: throw $node->expected('at least one in the list');
        }

        return $node->oneOf('same', 'any') === 'same' ? [] : null;
    }
}
