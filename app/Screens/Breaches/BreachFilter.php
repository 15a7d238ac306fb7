<?php

declare(strict_types=1);

namespace App\Screens\Breaches;

use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Which times of wrong prices are meant. */
#[OA\Parameter(parameter: 'breach_kind', name: 'kind', in: 'query', description: 'minimum: less than the advertised minimum; maximum: more than the recommended price.', schema: new OA\Schema(type: 'string', enum: self::KINDS))]
#[OA\Parameter(parameter: 'breach_days', name: 'days', in: 'query', description: 'Those that went on at some time in as many days; 30 unless said.', schema: new OA\Schema(type: 'integer', maximum: 400, minimum: 1))]
#[OA\Parameter(parameter: 'breach_open', name: 'open', in: 'query', description: 'Only those that go on.', schema: new OA\Schema(type: 'boolean'))]
#[OA\Parameter(parameter: 'breach_rival', name: 'rival', in: 'query', description: 'Of one rival; 0: ours.', schema: new OA\Schema(type: 'integer'))]
#[OA\Parameter(parameter: 'breach_brand', name: 'brand', in: 'query', schema: new OA\Schema(type: 'string'))]
final readonly class BreachFilter
{
    public const KINDS = ['minimum', 'maximum'];

    private const DAYS = 30;

    /** @param  array<string, mixed>  $wanted  checked by rules() */
    public function __construct(private array $wanted)
    {
    }

    /** @return array<string, list<mixed>> */
    public static function rules(): array
    {
        return [
            'kind' => ['sometimes', Rule::in(self::KINDS)],
            'days' => ['sometimes', 'integer', 'min:1', 'max:400'],
            'open' => ['sometimes', 'boolean'],
            'rival' => ['sometimes', 'integer', 'min:0'],
            'brand' => ['sometimes', 'nullable', 'string', 'max:255'],
        ];
    }

    public function kind(): string
    {
        return $this->wanted['kind'] ?? 'minimum';
    }

    public function days(): int
    {
        return (int) ($this->wanted['days'] ?? self::DAYS);
    }

    /** Breaches as b, with their listings as l, products as p, channels as c and rivals as r. */
    public function apply(int $workspaceId): Builder
    {
        $query = DB::table('price_breaches as b')
            ->join('listings as l', 'l.id', '=', 'b.listing_id')
            ->join('products as p', 'p.id', '=', 'l.product_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->leftJoin('rivals as r', 'r.id', '=', 'b.rival_id')
            ->where('b.workspace_id', $workspaceId)
            ->where('b.kind', $this->kind());
        $since = CarbonImmutable::now()->subDays($this->days())->toIso8601String();
        $query->where(fn (Builder $any) => $any->whereNull('b.ended_at')->orWhere('b.ended_at', '>=', $since));
        if (filter_var($this->wanted['open'] ?? false, FILTER_VALIDATE_BOOLEAN)) {
            $query->whereNull('b.ended_at');
        }
        if (isset($this->wanted['rival'])) {
            (int) $this->wanted['rival'] === 0 ? $query->whereNull('b.rival_id') : $query->where('b.rival_id', (int) $this->wanted['rival']);
        }
        if (($this->wanted['brand'] ?? null) !== null) {
            $query->where('p.brand', $this->wanted['brand']);
        }

        return $query;
    }

    /** Ours first, then those that go on, then the furthest off. */
    public function inOrder(int $workspaceId): Builder
    {
        return $this->apply($workspaceId)
            ->orderByRaw('b.rival_id IS NOT NULL, b.ended_at IS NOT NULL, abs(b.worst_percent) DESC, b.id')
            ->select([
                'b.*',
                'l.title',
                'l.sku',
                'p.brand',
                'c.name as channel',
                'c.currency',
                'r.name as rival',
                'r.seller',
                DB::raw('r.id IS NOT NULL AND r.channel_id IS NULL AS is_web'),
            ]);
    }
}
