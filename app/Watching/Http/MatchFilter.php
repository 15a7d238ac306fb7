<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Watching\Models\MatchState;
use App\Watching\Models\ProductMatch;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Which matches are meant: if nothing is said, those that wait for a person and are not surely different. */
#[OA\Schema(
    schema: 'MatchFilter',
    description: 'Which matches are meant: if nothing is said, those that wait for a person and are not surely different.',
    required: [],
    properties: [
        new OA\Property(property: 'state', type: 'string', enum: ['proposed', 'later', 'accepted', 'rejected']),
        new OA\Property(property: 'site', type: 'integer'),
        new OA\Property(property: 'product', type: 'integer'),
        new OA\Property(property: 'from_score', description: 'In hundredths.', type: 'integer', maximum: 100, minimum: 0),
        new OA\Property(property: 'different', description: 'Whether those that are surely different are meant too.', type: 'boolean'),
    ],
)]
final readonly class MatchFilter
{
    /** @param  array<array-key, mixed>  $wanted */
    private function __construct(private array $wanted)
    {
    }

    /**
     * @param  string  $within  what its fields stand in, such as "filter."
     * @return array<string, list<mixed>>
     */
    public static function rules(string $within = ''): array
    {
        return [
            "{$within}state" => ['sometimes', Rule::enum(MatchState::class)],
            "{$within}site" => ['sometimes', 'integer'],
            "{$within}product" => ['sometimes', 'integer'],
            "{$within}from_score" => ['sometimes', 'integer', 'min:0', 'max:100'],
            "{$within}different" => ['sometimes', 'boolean'],
        ];
    }

    /** @param  array<array-key, mixed>  $given  checked by the rules */
    public static function of(array $given): self
    {
        return new self($given);
    }

    /** @return Builder<ProductMatch> */
    public function matches(): Builder
    {
        $state = MatchState::from((string) ($this->wanted['state'] ?? MatchState::Proposed->value));
        $query = ProductMatch::query()
            ->where('product_matches.state', $state)
            ->where('score', '>=', (int) ($this->wanted['from_score'] ?? 0));
        foreach (['site' => 'product_matches.site_id', 'product' => 'product_matches.product_id'] as $field => $column) {
            if (isset($this->wanted[$field])) {
                $query->where($column, (int) $this->wanted[$field]);
            }
        }
        if (! in_array($state, [MatchState::Proposed, MatchState::Later], true)) {
            return $query;
        }
        $isDifferentToo = filter_var($this->wanted['different'] ?? false, FILTER_VALIDATE_BOOL);

        return $query
            ->whereHas('siteProduct', fn (Builder $product) => $product->whereNull('gone_at'))
            // A page sells one thing: once it is said which, nothing else of it is asked.
            ->whereRaw("NOT EXISTS (SELECT 1 FROM product_matches o WHERE o.site_product_id = product_matches.site_product_id AND o.state = 'accepted')")
            ->when(! $isDifferentToo, fn (Builder $some) => $some->where('verdict', '<>', 'different')->whereExists(
                fn ($crawl) => $crawl->from('crawls')->whereColumn('crawls.site_id', 'product_matches.site_id')->whereColumn('show_from', '<=', 'score'),
            ));
    }
}
