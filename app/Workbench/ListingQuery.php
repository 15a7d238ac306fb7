<?php

declare(strict_types=1);

namespace App\Workbench;

use App\Catalogue\Listings\ListingFilter;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use stdClass;

/** Reads pages of the listing list: one statement a page, by cursor. */
final readonly class ListingQuery
{
    public const SORTS = [
        'sku' => 'l.sku', 'title' => 'l.title', 'price' => 'l.price_minor', 'margin' => 'l.margin_percent', 'markup' => 'l.markup_percent', 'rank' => 'l.rank',
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
        $inner = $this->filtered($filter)->select('l.*')->orderByRaw("{$column} {$direction} NULLS LAST")->orderBy('l.id', $direction)->limit($limit + 1);
        if ($cursor !== null) {
            $this->after($inner, $column, $direction, $cursor);
        }
        $rows = $this->complete(DB::query()->fromSub($inner, 'l'))->orderByRaw("{$column} {$direction} NULLS LAST")->orderBy('l.id', $direction)->get()->all();
        $hasMore = count($rows) > $limit;
        $rows = array_slice($rows, 0, $limit);
        $last = end($rows);

        return ['rows' => $rows, 'next' => $hasMore && $last !== false ? $this->cursor($last->{substr($column, 2)}, (int) $last->id) : null];
    }

    /** One listing as the page shows it. */
    public function find(int $id): ?stdClass
    {
        return $this->complete(DB::table('listings as l')->where('l.workspace_id', $this->workspaceId)->where('l.id', $id))->first();
    }

    /** @param  array<string, mixed>  $filter */
    private function filtered(array $filter): Builder
    {
        return (new ListingFilter($filter))->apply(DB::table('listings as l')->where('l.workspace_id', $this->workspaceId), $this->workspaceId);
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
            ->leftJoin('decisions as d', 'd.id', '=', 'l.decision_id')
            ->leftJoin('price_changes as p', fn ($join) => $join->on('p.listing_id', '=', 'l.id')->whereIn('p.state', ['queued', 'sending', 'sent']))
            ->select([
                'l.*', 'c.name as channel_name', 'c.currency', 'c.automation_on as channel_on', 'w.repricing_on as workspace_on', 'r.name as rule_name', 'r.is_on as rule_on',
                'pr.cost_minor', 'pr.brand', 'pr.category', 's.name as supplier',
                'm.offers', 'm.dropped', 'm.seen_at', 'd.price_minor as decided_minor', 'p.to_minor as going_minor', 'p.state as going_state', 'p.problem as going_problem',
            ]);
    }

    private function after(Builder $query, string $column, string $direction, string $cursor): void
    {
        $parts = json_decode((string) base64_decode(strtr($cursor, '-_', '+/'), true), true);
        if (! is_array($parts) || count($parts) !== 2 || ! is_int($parts[1] ?? null) || ! (is_scalar($parts[0]) || $parts[0] === null)) {
            throw ValidationException::withMessages(['cursor' => 'This is no cursor of this list.']);
        }
        [$value, $id] = $parts;
        $beyond = $direction === 'asc' ? '>' : '<';
        if ($value === null) {
            $query->whereRaw("{$column} IS NULL AND l.id {$beyond} ?", [$id]);
        } else {
            $query->whereRaw("(({$column}, l.id) {$beyond} (?, ?) OR {$column} IS NULL)", [$value, $id]);
        }
    }

    private function cursor(mixed $value, int $id): string
    {
        return rtrim(strtr(base64_encode(json_encode([$value, $id], JSON_THROW_ON_ERROR)), '+/', '-_'), '=');
    }
}
