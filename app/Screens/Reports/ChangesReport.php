<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Pricing\Deciding\LimitsAlone;
use App\Pricing\Deciding\ListingRows;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Insight\BeforeAfter;
use Wrasse\Core\Insight\PriceChangeSide;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;
use Wrasse\Core\Profit\Earnings;

/**
 * What was sold, earned and held on the days before and after prices changed: of changes with no other one within those
 * days, in any direction. What else was different then is not known, so nothing is said of why.
 */
final readonly class ChangesReport implements Report
{
    /** The latest of them: more would take long to read. */
    private const MOST_CASES = 5_000;

    private const LISTINGS_AT_ONCE = 500;

    /** More than this is a large step, in percent of the price before. */
    private const LARGE = '5';

    private const GROUPS = ['lowered_much', 'lowered', 'raised', 'raised_much'];

    public function charts(ReportScope $scope): array
    {
        return [];
    }

    public function tables(ReportScope $scope): array
    {
        $found = $this->found($scope);
        $clean = array_values(array_filter($found, fn (stdClass $one) => $one->left_out === null));
        $groups = array_fill_keys(self::GROUPS, []);
        $cases = [];
        foreach ($this->sides($scope, $clean) as [$one, $before, $after]) {
            $groups[self::group($one)][] = [$before, $after];
            if (count($cases) < $scope->rows) {
                $cases[] = $this->case($scope, $one, $before, $after);
            }
        }

        return [
            new ReportTable(
                'groups',
                Message::of('report_by_step'),
                [
                    ReportColumn::of('step_kind', Unit::Message),
                    ReportColumn::of('number', Unit::Count),
                    ...self::columns(),
                ],
                array_map(
                    fn (string $group) => new ReportRow([Message::of("report_{$group}", percent: self::LARGE), ...$this->cells($scope, $groups[$group])]),
                    $found === [] ? [] : self::GROUPS,
                ),
                Message::of(
                    'report_changes_note',
                    days: $scope->window,
                    all: count($found),
                    counted: count($clean),
                    again: count(array_filter($found, fn (stdClass $one) => $one->left_out === 'again')),
                    young: count(array_filter($found, fn (stdClass $one) => $one->left_out === 'young')),
                ),
            ),
            new ReportTable(
                'cases',
                Message::of('report_cases'),
                [
                    ReportColumn::of('listing', Unit::Text),
                    ReportColumn::of('sku', Unit::Below),
                    ReportColumn::of('day', Unit::Day),
                    ...ReportColumn::pair('was_and_became', 'from', 'to', Unit::Money),
                    ReportColumn::of('change', Unit::Change),
                    ...self::columns(),
                ],
                $cases,
                total: count($clean) > count($cases) ? count($clean) : null,
            ),
        ];
    }

    /** @return list<ReportColumn> */
    private static function columns(): array
    {
        return [
            ...ReportColumn::pair('units_a_day', 'units_before', 'units_after', Unit::Decimal),
            ...ReportColumn::pair('revenue_a_day', 'revenue_before', 'revenue_after', Unit::Money),
            ...ReportColumn::pair('profit_a_day', 'profit_before', 'profit_after', Unit::Money),
            ...ReportColumn::pair('buy_box_share', 'buy_box_before', 'buy_box_after', Unit::Percent),
        ];
    }

    /**
     * @param  list<array{PriceChangeSide, PriceChangeSide}>  $pairs
     * @return list<string|int|null>
     */
    private function cells(ReportScope $scope, array $pairs): array
    {
        $sum = new BeforeAfter();
        foreach ($pairs as [$before, $after]) {
            $sum->add($before, $after);
        }
        [$units, $revenue, $profit, $buyBox] = [$sum->units(), $sum->revenue(), $sum->profit(), $sum->buyBoxPercent()];

        return [
            $sum->cases,
            $units[0] ?? null,
            $units[1] ?? null,
            $scope->money($revenue[0] ?? null),
            $scope->money($revenue[1] ?? null),
            $scope->money($profit[0] ?? null),
            $scope->money($profit[1] ?? null),
            $buyBox[0] ?? null,
            $buyBox[1] ?? null,
        ];
    }

    private function case(ReportScope $scope, stdClass $one, PriceChangeSide $before, PriceChangeSide $after): ReportRow
    {
        $currency = Currency::of($one->currency);

        return new ReportRow(
            [
                $one->title,
                $one->sku,
                $one->day,
                $scope->money($scope->own->of($one->from_minor, $currency)),
                $scope->money($scope->own->of($one->to_minor, $currency)),
                (new PriceMove($one->from_minor, $one->to_minor))->percent(),
                ...array_slice($this->cells($scope, [[$before, $after]]), 1),
            ],
            "/listings?listing={$one->id}",
        );
    }

    private static function group(stdClass $one): string
    {
        $move = new PriceMove($one->from_minor, $one->to_minor);

        return ($move->amount() < 0 ? 'lowered' : 'raised').($move->isBeyond(Percent::parse(self::LARGE)) ? '_much' : '');
    }

    /**
     * Of each listing and day what it began and ended at.
     *
     * @return list<stdClass> left_out: again where the price changed once more within the days that are compared, young
     *     where those after are not over; null where it counts
     */
    private function found(ReportScope $scope): array
    {
        $zone = $scope->workspace->time_zone;
        $moves = DB::table('own_price_moves as m')
            ->where('m.workspace_id', $scope->workspace->id)
            ->where('m.moved_at', '>=', ReportScope::moment($scope->from->subDays($scope->window)))
            ->where('m.moved_at', '<', ReportScope::moment($scope->to->addDays($scope->window + 1)))
            ->groupBy('m.listing_id')
            ->groupByRaw('2')
            ->selectRaw(
                <<<'SQL'
                m.listing_id, (m.moved_at AT TIME ZONE ?)::date AS day,
                (array_agg(m.from_minor ORDER BY m.moved_at))[1] AS from_minor,
                (array_agg(m.to_minor ORDER BY m.moved_at DESC))[1] AS to_minor
                SQL,
                [$zone],
            );
        $spaced = DB::query()->fromSub($moves, 'd')->selectRaw(
            <<<'SQL'
            *, day - lag(day) OVER (PARTITION BY listing_id ORDER BY day) AS since_last,
            lead(day) OVER (PARTITION BY listing_id ORDER BY day) - day AS until_next
            SQL,
        );

        return $scope->listings()
            ->joinSub($spaced, 'm', 'm.listing_id', '=', 'l.id')
            ->whereBetween('m.day', [$scope->fromDay(), $scope->toDay()])
            ->whereColumn('m.from_minor', '<>', 'm.to_minor')
            ->selectRaw(
                <<<'SQL'
                l.id, l.title, l.sku, c.currency, m.day, m.from_minor, m.to_minor,
                CASE
                    WHEN least(m.since_last, m.until_next) <= ? THEN 'again'
                    WHEN m.day + ?::int >= ?::date THEN 'young'
                END AS left_out
                SQL,
                [$scope->window, $scope->window, CarbonImmutable::now($zone)->toDateString()],
            )
            ->orderByDesc('m.day')
            ->orderBy('l.id')
            ->limit(self::MOST_CASES)
            ->get()
            ->all();
    }

    /**
     * @param  list<stdClass>  $cases
     * @return list<array{stdClass, PriceChangeSide, PriceChangeSide}>
     */
    private function sides(ReportScope $scope, array $cases): array
    {
        $earnings = $this->earnings($scope, array_values(array_unique(array_column($cases, 'id'))));
        $sides = [];
        foreach (array_chunk($cases, self::LISTINGS_AT_ONCE) as $some) {
            $sums = $this->sums($scope, $some);
            foreach ($some as $one) {
                $key = "{$one->id} {$one->day}";
                $sides[] = [
                    $one,
                    $this->side($scope, $one, $sums["{$key} before"] ?? null, $one->from_minor, $earnings[$one->id] ?? null),
                    $this->side($scope, $one, $sums["{$key} after"] ?? null, $one->to_minor, $earnings[$one->id] ?? null),
                ];
            }
        }

        return $sides;
    }

    private function side(ReportScope $scope, stdClass $one, ?stdClass $sum, int $price, ?Earnings $earnings): PriceChangeSide
    {
        $currency = Currency::of($one->currency);
        $own = fn (int $minor): int => $scope->own->of($minor, $currency) ?? 0;
        $units = (int) $sum?->units;

        return new PriceChangeSide(
            (int) $sum?->in_stock,
            $units,
            $own((int) $sum?->revenue),
            $own($earnings?->at($price)?->on($units) ?? 0),
            $sum?->holds_buy_box,
        );
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, Earnings> at the costs and fees of now, by listing
     */
    private function earnings(ReportScope $scope, array $ids): array
    {
        $terms = new LimitsAlone($scope->workspace);
        $earnings = [];
        foreach (array_chunk($ids, self::LISTINGS_AT_ONCE) as $some) {
            foreach (ListingRows::among($scope->workspace->id, $some) as $row) {
                $listing = $terms->of($row)[0] ?? null;
                if ($listing !== null) {
                    $earnings[$row->id] = $listing->earnings;
                }
            }
        }

        return $earnings;
    }

    /**
     * @param  list<stdClass>  $cases
     * @return array<string, stdClass> by listing, day and side
     */
    private function sums(ReportScope $scope, array $cases): array
    {
        $window = $scope->window;
        $zone = $scope->workspace->time_zone;
        $wanted = [];
        foreach ($cases as $one) {
            $day = CarbonImmutable::parse($one->day, $zone);
            $wanted[] = ['id' => $one->id, 'day' => $one->day, 'side' => 'before', 'first' => $day->subDays($window)->toDateString(), 'last' => $day->subDay()->toDateString(), 'until' => ReportScope::moment($day)];
            $wanted[] = ['id' => $one->id, 'day' => $one->day, 'side' => 'after', 'first' => $day->addDay()->toDateString(), 'last' => $day->addDays($window)->toDateString(), 'until' => ReportScope::moment($day->addDays($window + 1))];
        }
        $rows = DB::select(
            <<<'SQL'
            SELECT w.id, w.day, w.side, s.in_stock, s.units, s.revenue, o.holds_buy_box
            FROM json_to_recordset(?) AS w(id bigint, day text, side text, first date, last date, until timestamptz)
            CROSS JOIN LATERAL (
                SELECT count(*) FILTER (WHERE in_stock) AS in_stock, sum(units) FILTER (WHERE in_stock) AS units,
                    sum(revenue_minor) FILTER (WHERE in_stock) AS revenue
                FROM sales_days
                WHERE listing_id = w.id AND workspace_id = ? AND sales_days.day BETWEEN w.first AND w.last
            ) s
            LEFT JOIN LATERAL (
                SELECT holds_buy_box
                FROM market_observations
                WHERE listing_id = w.id AND workspace_id = ? AND observed_at < w.until
                ORDER BY observed_at DESC
                LIMIT 1
            ) o ON true
            SQL,
            [json_encode($wanted, JSON_THROW_ON_ERROR), $scope->workspace->id, $scope->workspace->id],
        );

        $sums = [];
        foreach ($rows as $row) {
            $sums["{$row->id} {$row->day} {$row->side}"] = $row;
        }

        return $sums;
    }
}
