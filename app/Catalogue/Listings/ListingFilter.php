<?php

declare(strict_types=1);

namespace App\Catalogue\Listings;

use App\Catalogue\Limits\Scope;
use Illuminate\Database\Query\Builder;
use Illuminate\Validation\Rule;

/** Which listings are meant: the same names in the listing list, when rules are tried out and when listings are put on a rule. */
final readonly class ListingFilter
{
    public const STATES = ['no_cost', 'blocked', 'no_rule', 'at_floor', 'not_cheapest', 'cheapest', 'alone', 'buy_box', 'paused', 'out_of_stock'];

    private const SCOPES = [Scope::Supplier, Scope::Category, Scope::Brand];

    /** @param  array{q?: string|null, channel?: int|string|null, rule?: string|null, state?: list<string>|null, supplier?: string|null, category?: string|null, brand?: string|null}  $wanted */
    public function __construct(private array $wanted)
    {
    }

    /** @return array<string, list<mixed>> */
    public static function rules(string $prefix = ''): array
    {
        return [
            "{$prefix}q" => ['nullable', 'string', 'max:120'],
            "{$prefix}channel" => ['nullable', 'integer'],
            "{$prefix}rule" => ['nullable', 'string', 'regex:/^(none|\d{1,12})$/'],
            "{$prefix}supplier" => ['nullable', 'string', 'max:255'], "{$prefix}category" => ['nullable', 'string', 'max:255'], "{$prefix}brand" => ['nullable', 'string', 'max:255'],
            "{$prefix}state" => ['nullable', 'array', 'max:10'],
            "{$prefix}state.*" => ['string', Rule::in(self::STATES)],
        ];
    }

    /** Narrows a query on listings (as l) of that workspace. */
    public function apply(Builder $query, int $workspaceId): Builder
    {
        foreach (preg_split('/\s+/u', mb_strtolower(trim((string) ($this->wanted['q'] ?? ''))), flags: PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $query->where('l.search', 'like', '%'.addcslashes($word, '\\%_').'%');
        }
        if (($this->wanted['channel'] ?? null) !== null) {
            $query->where('l.channel_id', (int) $this->wanted['channel']);
        }
        $rule = $this->wanted['rule'] ?? null;
        if ($rule !== null) {
            $rule === 'none' ? $query->whereNull('l.rule_id') : $query->where('l.rule_id', (int) $rule);
        }
        foreach (self::SCOPES as $scope) {
            $name = $this->wanted[$scope->value] ?? null;
            if ($name !== null && $name !== '') {
                $scope->narrow($query, $name, $workspaceId);
            }
        }
        foreach ($this->wanted['state'] ?? [] as $state) {
            $this->applyState($query, $state);
        }

        return $query;
    }

    private function applyState(Builder $query, string $state): void
    {
        match ($state) {
            'no_cost' => $query->where('l.problem', 'cost_missing'),
            'blocked' => $query->whereNotNull('l.problem'),
            'no_rule' => $query->whereNull('l.rule_id'),
            'at_floor' => $query->whereColumn('l.price_minor', 'l.floor_minor'),
            'not_cheapest' => $query->where('l.rank', '>', 1),
            'cheapest' => $query->where('l.rank', 1)->where('l.field_size', '>', 0),
            'alone' => $query->where('l.field_size', 0),
            'buy_box' => $query->where('l.holds_buy_box', true),
            'paused' => $query->where('l.automation_on', false),
            'out_of_stock' => $query->where('l.stock', '<=', 0),
            default => null,
        };
    }
}
