<?php

declare(strict_types=1);

namespace App\Screens;

use App\Catalogue\Listings\ListingFilter;
use App\Publishing\Models\ChangeState;
use App\Support\Messages\Message;
use Illuminate\Database\Query\Builder;
use Illuminate\Pagination\Cursor;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use stdClass;

/** Reads pages of the listing list: one statement a page, by cursor. */
final readonly class ListingQuery
{
    public const SORTS = [
        'sku' => 'l.sku',
        'title' => 'l.title',
        'price' => 'l.price_minor',
        'margin' => 'l.margin_percent',
        'markup' => 'l.markup_percent',
        'rank' => 'l.rank',
    ];

    public function __construct(private int $workspaceId)
    {
    }

    /** @param  array<string, mixed>  $filter */
    public function count(array $filter): int
    {
        return $this->filtered($filter)->count();
    }

    /**
     * @param  array<string, mixed>  $filter
     * @param  string  $sort  one of SORTS, with "-" in front for the other way round; what has no value comes last
     * @return array{rows: list<stdClass>, next: string|null}
     *
     * @throws ValidationException if the cursor is not one of ours
     */
    public function page(array $filter, string $sort, ?string $cursor, int $limit): array
    {
        $column = self::SORTS[ltrim($sort, '-')];
        $direction = str_starts_with($sort, '-') ? 'desc' : 'asc';
        [$value, $after] = $cursor === null ? [null, null] : $this->read($cursor);
        // What has a value first, in the order of the index; then what has none.
        $ids =
            $after !== null && $value === null
                ? []
                : $this->ids($filter, $column, $direction, $value, $after, $limit + 1);
        if (count($ids) <= $limit) {
            array_push(
                $ids,
                ...$this->ids(
                    $filter,
                    $column,
                    $direction,
                    null,
                    $value === null ? $after : null,
                    $limit + 1 - count($ids),
                    withoutValue: true,
                ),
            );
        }
        $rows = $this->inOrder($ids);
        $hasMore = count($rows) > $limit;
        $rows = array_slice($rows, 0, $limit);
        $last = end($rows);

        return [
            'rows' => $rows,
            'next' => $hasMore && $last !== false ? (new Cursor(['value' => $last->{substr($column, 2)}, 'id' => (int) $last->id]))->encode() : null,
        ];
    }

    /** One listing as the page shows it. */
    public function find(int $id): ?stdClass
    {
        return $this->complete(
            DB::table('listings as l')->where('l.workspace_id', $this->workspaceId)->where('l.id', $id),
        )->first();
    }

    /** @param  array<string, mixed>  $filter */
    private function filtered(array $filter): Builder
    {
        return (new ListingFilter($filter))->apply(
            DB::table('listings as l')->where('l.workspace_id', $this->workspaceId),
            $this->workspaceId,
        );
    }

    private function complete(Builder $listings): Builder
    {
        return $listings
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->join('workspaces as w', 'w.id', '=', 'l.workspace_id')
            ->join('products as pr', 'pr.id', '=', 'l.product_id')
            ->leftJoin('suppliers as s', 's.id', '=', 'pr.supplier_id')
            ->leftJoin('rules as r', 'r.id', '=', 'l.rule_id')
            ->leftJoin('listing_markets as m', 'm.listing_id', '=', 'l.id')
            ->leftJoin('current_decisions as d', 'd.listing_id', '=', 'l.id')
            ->leftJoin(
                'price_changes as p',
                fn ($join) => $join->on('p.listing_id', '=', 'l.id')->whereIn('p.state', ChangeState::OPEN),
            )
            ->leftJoin('price_holds as h', 'h.listing_id', '=', 'l.id')
            ->leftJoin('users as hu', 'hu.id', '=', 'h.user_id')
            ->select([
                'l.*',
                'c.name as channel_name',
                'c.currency',
                'c.automation_on as channel_on',
                'w.repricing',
                'r.name as rule_name',
                'r.is_on as rule_on',
                'pr.cost_minor',
                'pr.cost_currency',
                'w.currency as own_currency',
                'pr.rrp_minor',
                'pr.brand',
                'pr.category',
                's.name as supplier',
                'm.offers',
                'm.web',
                'm.dropped',
                'm.seen_at',
                'd.outcome',
                'd.reason',
                'd.price_minor as decided_minor',
                'p.to_minor as going_minor',
                'p.state as going_state',
                'p.waits_for as going_waits_for',
                'p.problem as going_problem',
                'h.price_minor as hand_minor',
                'h.stands as hand_stands',
                'h.until as hand_until',
                'h.arrived_at as hand_arrived_at',
                'hu.name as hand_by',
            ]);
    }

    /**
     * @param  array<string, mixed>  $filter
     * @param  mixed  $value  of the last row before, as far as there was one
     * @return list<int>
     */
    private function ids(
        array $filter,
        string $column,
        string $direction,
        mixed $value,
        ?int $after,
        int $limit,
        bool $withoutValue = false,
    ): array {
        $beyond = $direction === 'asc' ? '>' : '<';
        $query = $this->filtered($filter)->limit($limit)->whereNull($column, not: ! $withoutValue);
        if (! $withoutValue) {
            $query->orderBy($column, $direction);
        }
        if ($after !== null) {
            $withoutValue
                ? $query->where('l.id', $beyond, $after)
                : $query->whereRaw("({$column}, l.id) {$beyond} (?, ?)", [$value, $after]);
        }

        return array_map(intval(...), $query->orderBy('l.id', $direction)->pluck('l.id')->all());
    }

    /**
     * Listings as the page shows them, in this order.
     *
     * @param  list<int>  $ids
     * @return list<stdClass>
     */
    public function inOrder(array $ids): array
    {
        $found = $this->complete(
            DB::table('listings as l')->where('l.workspace_id', $this->workspaceId)->whereIn('l.id', $ids),
        )
            ->get()
            ->keyBy('id')
            ->all();

        return array_values(array_filter(array_map(fn (int $id) => $found[$id] ?? null, $ids)));
    }

    /**
     * @return array{mixed, int} value and id of the last row
     *
     * @throws ValidationException
     */
    private function read(string $cursor): array
    {
        // What was made up by hand may be anything.
        $last = rescue(fn () => Cursor::fromEncoded($cursor)?->toArray(), report: false);
        $value = $last['value'] ?? null;
        if (! is_int($last['id'] ?? null) || ! (is_scalar($value) || $value === null)) {
            throw ValidationException::withMessages(['cursor' => Message::of('cursor_invalid')]);
        }

        return [$value, $last['id']];
    }
}
