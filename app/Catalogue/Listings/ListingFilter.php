<?php

declare(strict_types=1);

namespace App\Catalogue\Listings;

use App\Catalogue\Limits\Scope;
use App\Support\Database\IdArray;
use App\Support\Http\IdList;
use App\Support\Http\KnownCountry;
use Illuminate\Database\Query\Builder;
use Illuminate\Validation\Rule;
use Wrasse\Core\Trail\Outcome;
use Wrasse\Core\Trail\Reason;

/**
 * Which listings are meant: the same names in the listing list, when rules are tried out and when listings are put on a
 * rule.
 */
final readonly class ListingFilter
{
    public const STATES = [
        'no_cost',
        'blocked',
        'conflict',
        'no_limits',
        'no_rate',
        'no_amount',
        'no_rule',
        'at_floor',
        'outside',
        'not_cheapest',
        'cheapest',
        'alone',
        'buy_box',
        'paused',
        'out_of_stock',
        'draft',
        'changed',
        'elsewhere',
    ];

    /** Ranges of figures, both ends included. */
    private const RANGES = ['margin' => 'l.margin_percent', 'markup' => 'l.markup_percent', 'stock' => 'l.stock'];

    private const SCOPES = [Scope::Supplier, Scope::Category, Scope::Brand];

    /** @param  array<string, mixed>  $wanted  checked by rules() */
    public function __construct(private array $wanted)
    {
    }

    /** @return array<string, list<mixed>> */
    public static function rules(string $prefix = ''): array
    {
        return [
            "{$prefix}q" => SearchWords::rules(),
            "{$prefix}channel" => ['nullable', 'integer'],
            "{$prefix}country" => ['nullable', new KnownCountry()],
            "{$prefix}rule" => ['nullable', 'string', 'regex:/^(none|\d{1,12})$/'],
            "{$prefix}supplier" => ['nullable', 'string', 'max:255'],
            "{$prefix}category" => ['nullable', 'string', 'max:255'],
            "{$prefix}brand" => ['nullable', 'string', 'max:255'],
            "{$prefix}outcome" => ['nullable', Rule::enum(Outcome::class)],
            ...self::rangeRules($prefix),
            "{$prefix}state" => ['nullable', 'array', 'max:16'],
            "{$prefix}state.*" => ['string', Rule::in(self::STATES)],
            "{$prefix}except" => ['nullable', new IdList(ListingSelection::MOST)],
        ];
    }

    /** @return array<string, list<mixed>> such as margin_from and margin_to */
    private static function rangeRules(string $prefix): array
    {
        $rules = [];
        foreach (array_keys(self::RANGES) as $name) {
            $rules["{$prefix}{$name}_from"] = $rules["{$prefix}{$name}_to"] = [
                'nullable',
                'numeric',
                'between:-1000000000,1000000000',
            ];
        }

        return $rules;
    }

    /** Narrows a query on listings (as l) of that workspace. */
    public function apply(Builder $query, int $workspaceId): Builder
    {
        SearchWords::narrow($query, 'l.id', (string) ($this->wanted['q'] ?? ''), $workspaceId);
        if (($this->wanted['channel'] ?? null) !== null) {
            $query->where('l.channel_id', (int) $this->wanted['channel']);
        }
        if (($this->wanted['country'] ?? null) !== null) {
            $query->whereIn(
                'l.channel_id',
                fn (Builder $channels) => $channels
                    ->select('id')
                    ->from('channels')
                    ->where('workspace_id', $workspaceId)
                    ->where('country', $this->wanted['country']),
            );
        }
        $rule = $this->wanted['rule'] ?? null;
        if ($rule !== null) {
            $rule === 'none' ? $query->whereNull('l.rule_id') : $query->where('l.rule_id', (int) $rule);
        }
        if (($this->wanted['outcome'] ?? null) !== null) {
            $query->whereIn(
                'l.id',
                fn (Builder $standing) => $standing
                    ->select('listing_id')
                    ->from('current_decisions')
                    ->where('workspace_id', $workspaceId)
                    ->where('outcome', $this->wanted['outcome']),
            );
        }
        foreach (self::RANGES as $name => $column) {
            foreach (['from' => '>=', 'to' => '<='] as $end => $operator) {
                $figure = $this->wanted["{$name}_{$end}"] ?? null;
                if ($figure !== null) {
                    $query->where($column, $operator, $figure);
                }
            }
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
        $except = $this->wanted['except'] ?? [];
        if ($except !== []) {
            $query->whereRaw('l.id <> ALL(?)', [IdArray::of(array_map(intval(...), array_values($except)))]);
        }

        return $query;
    }

    private function applyState(Builder $query, string $state): void
    {
        match ($state) {
            'no_cost' => $query->where('l.problem', Reason::CostMissing),
            'blocked' => $query->whereNotNull('l.problem'),
            'conflict' => $query->where('l.problem', Reason::LimitsConflict),
            'no_rate' => $query->where('l.problem', Reason::RateMissing),
            'no_amount' => $query->where('l.problem', Reason::AmountMissing),
            'no_limits' => $query->whereIn('l.problem', [
                Reason::FloorMissing,
                Reason::CeilingMissing,
                Reason::FloorUnreachable,
            ]),
            'outside' => $query->whereRaw('(l.price_minor < l.floor_minor OR l.price_minor > l.ceiling_minor)'),
            'draft' => $query->where('l.is_draft', true),
            'elsewhere' => $query->whereNotNull('l.changed_elsewhere_at')->where('l.automation_on', false),
            'changed' => $query->whereRaw("l.last_changed_at > now() - interval '1 day'"),
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
