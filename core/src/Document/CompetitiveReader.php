<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Market\Adjustment;
use Wrasse\Core\Market\CompetitorFilter;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Rule\AboveAmount;
use Wrasse\Core\Rule\AbovePercent;
use Wrasse\Core\Rule\BelowAmount;
use Wrasse\Core\Rule\BelowPercent;
use Wrasse\Core\Rule\CompetitiveRule;
use Wrasse\Core\Rule\HoldingBuyBox;
use Wrasse\Core\Rule\MatchPosition;
use Wrasse\Core\Rule\NoRivals;
use Wrasse\Core\Rule\Position;

use function array_map;

/** Reads what a competitive rule adds to the fields common to all rules. */
final readonly class CompetitiveReader
{
    public const FIELDS = [
        'field',
        'adjust',
        'compare',
        'reference',
        'position',
        'when_no_rivals',
        'when_holding_buy_box',
    ];

    private const FOR_NEXT_RIVAL = ['lowest', 'nth', 'buy_box', 'seller'];

    public function __construct(private Amounts $amounts)
    {
    }

    /** @throws InvalidDocument */
    public function read(Node $rule): CompetitiveRule
    {
        $reference = (new ReferenceReader())->read($rule->at('reference'));
        if ($rule->find('when_below_floor')?->string() === 'next_rival') {
            $rule->at('reference')->at('of')->oneOf(...self::FOR_NEXT_RIVAL);
        }

        return new CompetitiveRule(
            $reference,
            ($position = $rule->find('position')) === null ? new MatchPosition() : $this->position($position),
            $this->selection($rule),
            $rule->find('when_no_rivals')?->enum(NoRivals::class) ?? NoRivals::Hold,
            $rule->find('when_holding_buy_box')?->enum(HoldingBuyBox::class) ?? HoldingBuyBox::Ignore,
        );
    }

    private function selection(Node $rule): CompetitorSelection
    {
        $field = $rule->find('field');

        return new CompetitorSelection(
            $field === null ? new CompetitorFilter() : $this->filter($field),
            $rule->find('compare')?->enum(Basis::class) ?? Basis::Landed,
            array_map($this->adjustment(...), $rule->find('adjust')?->items() ?? []),
            $field?->find('ignore_below_percent_of_median')?->percent(100),
        );
    }

    private function filter(Node $field): CompetitorFilter
    {
        $field->object(
            'condition',
            'fulfilment',
            'exclude_sellers',
            'only_sellers',
            'exclude_marketplace_retail',
            'min_rating_percent',
            'min_rating_count',
            'max_handling_days',
            'ship_from',
            'in_stock_only',
            'max_age_minutes',
            'sources',
            'ignore_below_percent_of_median',
        );

        return new CompetitorFilter(
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
            $field->find('max_age_minutes')?->int(0, 5_270_400),
            $field->find('sources')?->strings() ?? ['marketplace', 'web'],
        );
    }

    /**
     * "same", "any" or a list, as CompetitorFilter takes it.
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

    private function adjustment(Node $adjust): Adjustment
    {
        $adjust->object('seller', 'fulfilment', 'percent', 'amount');

        return new Adjustment(
            $adjust->find('seller')?->string(),
            $adjust->find('fulfilment')?->string(),
            $adjust->find('percent')?->percent(1_000, least: -100) ?? Percent::of(0),
            ($amount = $adjust->find('amount')) === null
                ? 0
                : $this->amounts->read($amount, fn () => -Currency::LARGEST),
        );
    }

    private function position(Node $position): Position
    {
        $position->object('move', 'percent', 'amount', 'at_least');

        return $position->find('move') === null
            ? $this->match($position)
            : $position->by('move', [
                'match' => $this->match(...),
                'below' => fn () => $position->find('amount') === null
                    ? new BelowPercent($this->share($position)->percent(100, below: true), $this->atLeast($position))
                    : new BelowAmount($this->by($position)),
                'above' => fn () => $position->find('amount') === null
                    ? new AbovePercent($this->share($position)->percent(1_000), $this->atLeast($position))
                    : new AboveAmount($this->by($position)),
            ]);
    }

    private function match(Node $position): MatchPosition
    {
        foreach (['percent', 'amount', 'at_least'] as $field) {
            if ($position->find($field) !== null) {
                throw $position->expected('no percent or amount with "match"');
            }
        }

        return new MatchPosition();
    }

    private function share(Node $position): Node
    {
        return $position->find('percent') ?? throw $position->expected('either a percent or an amount');
    }

    private function by(Node $position): int
    {
        return match (true) {
            $position->find('percent') !== null => throw $position->expected('either a percent or an amount'),
            $position->find('at_least') !== null => throw $position
                ->at('at_least')
                ->expected('nothing; it goes with a percent'),
            default => $this->amounts->read($position->at('amount')),
        };
    }

    private function atLeast(Node $position): ?int
    {
        $atLeast = $position->find('at_least');

        return $atLeast === null ? null : $this->amounts->read($atLeast);
    }
}
