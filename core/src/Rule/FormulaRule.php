<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Throwable;
use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\SmallestPrice;
use Wrasse\Core\Trail\Phrase;
use Wrasse\Core\Trail\Reason;
use Wrasse\Core\Trail\Trail;

use function array_filter;
use function array_flip;
use function array_intersect;
use function array_intersect_key;
use function array_keys;
use function array_values;
use function floor;
use function is_finite;
use function is_float;
use function is_int;
use function is_null;
use function round;

/** Prices by a formula in major units: the one place where a price passes through floating point (IEEE 754 double). */
final readonly class FormulaRule implements RuleKind
{
    private const DAYS_OF_SALES = 30;

    public function __construct(private Formula $formula)
    {
    }

    public function selection(): CompetitorSelection
    {
        return new CompetitorSelection();
    }

    public function needsCost(): bool
    {
        return false;
    }

    public function daysOfSales(): int
    {
        return self::DAYS_OF_SALES;
    }

    public function aim(Listing $listing, CompetitorSet $field, Limits $limits, int $now, ?Trail $trail): Aim
    {
        $values = array_intersect_key(
            $this->figures($listing, $field, $limits, $now),
            array_flip($this->formula->variables),
        );
        $missing = array_keys(array_filter($values, is_null(...)));
        $ofMarket = array_values(array_intersect($missing, Formula::MARKET_VARIABLES));
        if ($missing !== []) {
            $trail?->add('formula', Phrase::FormulaLacks->with(['name' => $ofMarket[0] ?? $missing[0]]));

            return $ofMarket === [] ? Aim::block(Reason::FormulaInputMissing) : Aim::keep(Reason::NoRivals);
        }
        try {
            $result = $this->formula->evaluate($values);
        } catch (Throwable $e) {
            $trail?->add('formula', Phrase::FormulaFails->with(['problem' => $e->getMessage()]));

            return Aim::block(Reason::FormulaError);
        }
        if ($result === null) {
            $trail?->add('formula', Phrase::FormulaStays);

            return Aim::keep(Reason::FormulaNull);
        }

        return $this->priced($result, $listing->currency->unit(), $trail);
    }

    private function priced(mixed $result, int $unit, ?Trail $trail): Aim
    {
        $minor = (is_int($result) || is_float($result)) && $result >= 0 ? floor(round($result * $unit, 6) + 0.5) : NAN;
        if (! is_finite($minor) || $minor > SmallestPrice::LARGEST) {
            $trail?->add('formula', Phrase::FormulaNoPrice);

            return Aim::block(Reason::FormulaError);
        }
        $aim = Aim::at((int) $minor, Reason::Formula);
        $trail?->add('formula', Phrase::FormulaPrice, ['target' => (int) $aim->target]);

        return $aim;
    }

    /**
     * What a formula can name, in major units; null where it has no value.
     *
     * @param  int  $now  microseconds since 1970
     * @return array<string, float|null>
     */
    public function figures(Listing $listing, CompetitorSet $field, Limits $limits, int $now): array
    {
        $major = fn (?int $minor) => $minor === null ? null : ($minor / $listing->currency->unit()) * 1.0;
        $market = fn (?int $figure) => $major(
            $figure === null ? null : $field->basis->itemPrice($figure, $listing->earnings->shipping),
        );

        return [
            'price' => $major($listing->price),
            'cost' => $major($listing->earnings->unitCost ?? $listing->earnings->totalCost),
            'floor' => $major($limits->floor),
            'ceiling' => $major($limits->ceiling),
            'list_price' => $major($listing->listPrice),
            'rrp' => $major($listing->rrp),
            'map' => $major($listing->map),
            'stock' => $listing->stock === null ? null : (float) $listing->stock,
            'count' => (float) $field->size(),
            'lowest' => $market($field->lowest()),
            'second' => $market($field->nth(2)),
            'average' => $market($field->average()),
            'median' => $market($field->median()),
            'highest' => $market($field->highest()),
            'buy_box' => $market($field->buyBox()),
            'sold_7d' => (float) $listing->sales->units($now, 7),
            'sold_30d' => (float) $listing->sales->units($now, self::DAYS_OF_SALES),
        ];
    }
}
