<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Rule\AboveCeiling;
use Wrasse\Core\Rule\AmountsMissing;
use Wrasse\Core\Rule\Approval;
use Wrasse\Core\Rule\BelowFloor;
use Wrasse\Core\Rule\Beyond;
use Wrasse\Core\Rule\Brakes;
use Wrasse\Core\Rule\Direction;
use Wrasse\Core\Rule\Ending;
use Wrasse\Core\Rule\EndingRound;
use Wrasse\Core\Rule\Formula;
use Wrasse\Core\Rule\FormulaRule;
use Wrasse\Core\Rule\InvalidFormula;
use Wrasse\Core\Rule\MarkupRule;
use Wrasse\Core\Rule\Rule;
use Wrasse\Core\Rule\RuleKind;
use Wrasse\Core\Rule\SalesBand;
use Wrasse\Core\Rule\SalesRule;
use Wrasse\Core\Rule\Step;
use Wrasse\Core\Rule\StepByAmount;
use Wrasse\Core\Rule\StepByPercent;

use function array_key_exists;
use function array_map;
use function preg_grep;
use function preg_match;
use function str_pad;
use function str_repeat;

/**
 * Reads a rule document. Plain amounts in it are in the currency it names, or else in the one it is read for. One that
 * lacks an amount in the latter prices nothing.
 */
final readonly class RuleReader
{
    private const COMMON = [
        'version',
        'kind',
        'currency',
        'direction',
        'when_below_floor',
        'when_above_ceiling',
        'ending',
        'reprice_on_promotion',
        'brakes',
        'approval',
    ];

    private const LARGEST_MOVE_PERCENT = 100_000;

    private const MINUTES_A_YEAR = 527_040;

    private Amounts $amounts;

    /**
     * @param  Currency  $currency  that of the listings it is read for
     * @param  Node|null  $plain  names the currency of plain amounts, where it is another
     *
     * @throws InvalidDocument
     */
    public function __construct(private Currency $currency, private ?Node $plain = null)
    {
        $this->amounts = new Amounts($currency, $plain);
    }

    /** @throws InvalidDocument */
    public function read(Node $rule): Rule
    {
        $rule->at('version')->int(1, 1);
        try {
            return (new self($this->currency, $rule->find('currency') ?? $this->plain))->rule($rule);
        } catch (AmountMissing) {
            return new Rule(new AmountsMissing());
        }
    }

    private function rule(Node $rule): Rule
    {
        return new Rule(
            $rule->by('kind', [
                'competitive' => $this->competitive(...),
                'sales' => $this->sales(...),
                'markup' => $this->markup(...),
                'formula' => $this->formula(...),
            ]),
            $rule->find('direction')?->enum(Direction::class) ?? Direction::Both,
            $rule->find('when_below_floor')?->enum(BelowFloor::class) ?? BelowFloor::Floor,
            $rule->find('when_above_ceiling')?->enum(AboveCeiling::class) ?? AboveCeiling::Ceiling,
            ($ending = $rule->find('ending')) === null ? null : $this->endingHere($ending),
            $rule->find('reprice_on_promotion')?->bool() ?? true,
            ($brakes = $rule->find('brakes')) === null ? new Brakes() : $this->brakes($brakes),
            ($approval = $rule->find('approval')) === null ? null : $this->approval($approval),
        );
    }

    private function competitive(Node $rule): RuleKind
    {
        $rule->object(...self::COMMON, ...CompetitiveReader::FIELDS);

        return (new CompetitiveReader($this->amounts))->read($rule);
    }

    private function sales(Node $rule): SalesRule
    {
        $this->own($rule, 'window_days', 'in_stock_days_only', 'bands');
        $bands = [];
        foreach ($rule->at('bands')->items() as $item) {
            $band = $this->band($item);
            foreach ($bands as $i => $earlier) {
                if ($band->overlaps($earlier)) {
                    throw $item->expected("a band that does not overlap bands[{$i}]");
                }
            }
            $bands[] = $band;
        }

        return new SalesRule(
            $rule->find('window_days')?->int(1, 366) ?? 7,
            $rule->find('in_stock_days_only')?->bool() ?? true,
            $bands !== [] ? $bands : throw $rule->at('bands')->expected('at least one band'),
        );
    }

    private function band(Node $band): SalesBand
    {
        $band->object('units_below', 'units_at_least', 'move', 'percent', 'amount');
        $atLeast = $band->find('units_at_least')?->int(0, 1_000_000_000);
        $below = $band->find('units_below')?->int(0, 1_000_000_000);
        if ($atLeast === null && $below === null) {
            throw $band->expected('"units_below" or "units_at_least"');
        }
        if ($below !== null && $below <= ($atLeast ?? 0)) {
            throw $band->at('units_below')->expected('more than units_at_least, or than 0');
        }

        return new SalesBand($atLeast, $below, $this->step($band));
    }

    private function step(Node $band): Step
    {
        $isUp = $band->at('move')->oneOf('up', 'down') === 'up';

        return MarkupReader::isByPercent($band)
            ? new StepByPercent($band->at('percent')->percent(90, least: 1), $isUp)
            : new StepByAmount($this->amounts->read($band->at('amount'), fn (Currency $one) => $one->unit()), $isUp);
    }

    private function markup(Node $rule): MarkupRule
    {
        $this->own($rule, 'tiers', 'min_profit');

        return (new MarkupReader($this->currency, $this->amounts))->read($rule);
    }

    private function formula(Node $rule): FormulaRule
    {
        $this->own($rule, 'price');
        $price = $rule->at('price');
        try {
            return new FormulaRule(Formula::parse($price->string()));
        } catch (InvalidFormula $e) {
            throw $price->expected($e->getMessage());
        }
    }

    /** Fields of kinds that do not look at rivals: next_rival is not for them. */
    private function own(Node $rule, string ...$fields): void
    {
        $rule->object(...self::COMMON, ...$fields);
        $rule->find('when_below_floor')?->oneOf('floor', 'hold', 'ceiling');
    }

    /** Endings can be told for each currency too, as not all have decimals; null there is none. */
    private function endingHere(Node $ending): ?Ending
    {
        $codes = $ending->keys();
        if (preg_grep('/^[A-Z]{3}\z/', $codes) !== $codes) {
            return $this->ending($ending);
        }
        $here = [];
        foreach ($codes as $code) {
            $given = $ending->find($code);
            $here[$code] = $given === null
                ? null
                : (new self(EarningsReader::currency($ending->key($code))))->ending($given);
        }

        return array_key_exists($this->currency->code, $here)
            ? $here[$this->currency->code]
            : throw new AmountMissing($ending->path(), "endings for {$this->currency->code}");
    }

    /** @throws InvalidDocument */
    public function ending(Node $ending): Ending
    {
        $ending->object('endings', 'round');
        $fractions = array_map($this->fraction(...), $ending->at('endings')->items());

        return new Ending(
            $fractions !== [] ? $fractions : throw $ending->at('endings')->expected('at least one ending'),
            $ending->find('round')?->enum(EndingRound::class) ?? EndingRound::Nearest,
            $this->currency->unit(),
        );
    }

    private function fraction(Node $ending): int
    {
        $digits = $this->currency->digits;
        if ($digits < $this->amounts->plain->digits) {
            throw new AmountMissing($ending->path(), "an ending for {$this->currency->code}");
        }
        if ($digits === 0) {
            throw $ending->expected("no ending: {$this->currency->code} has no decimals");
        }
        $text = $ending->string();

        return preg_match('/^\.(\d{1,'.$digits.'})\z/', $text, $part) === 1
            ? (int) str_pad($part[1], $digits, '0')
            : throw $ending->expected('an ending such as ".'.str_repeat('9', $digits).'"');
    }

    private function brakes(Node $brakes): Brakes
    {
        $brakes->object('max_move_percent', 'beyond', 'min_move', 'cooldown_minutes', 'max_changes_per_day');

        return new Brakes(
            $brakes->find('max_move_percent')?->percent(self::LARGEST_MOVE_PERCENT),
            $brakes->find('beyond')?->enum(Beyond::class) ?? Beyond::Review,
            ($least = $brakes->find('min_move')) === null ? null : $this->amounts->read($least),
            $brakes->find('cooldown_minutes')?->int(0, self::MINUTES_A_YEAR),
            $brakes->find('max_changes_per_day')?->int(0, 1_000_000),
        );
    }

    private function approval(Node $approval): Approval
    {
        $text = $approval->string();
        if (preg_match('/^beyond_percent:(\d{1,6}(?:\.\d{1,4})?)\z/', $text, $part) === 1) {
            return Approval::beyond(Percent::parse($part[1]));
        }

        return match ($text) {
            'auto' => Approval::auto(),
            'always' => Approval::always(),
            default => throw $approval->expected(
                '"auto", "always" or "beyond_percent:" with a percentage, such as "beyond_percent:10"',
            ),
        };
    }
}
