<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Watching\Models\Verdict;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Which pages are meant. */
#[OA\Schema(
    schema: 'WatchFilter',
    description: 'Which pages are meant.',
    required: [],
    properties: [
        new OA\Property(property: 'listing', description: 'For which they are read.', type: 'integer'),
        new OA\Property(property: 'site', type: 'integer'),
        new OA\Property(property: 'show', type: 'string', enum: ['all', 'attention']),
    ],
)]
final readonly class WatchFilter
{
    private function __construct(private ?int $listing, private ?int $site, private bool $isAttention)
    {
    }

    /**
     * @param  string  $within  what its fields stand in, such as "filter."
     * @return array<string, list<mixed>>
     */
    public static function rules(string $within = ''): array
    {
        return [
            "{$within}listing" => ['sometimes', 'integer'],
            "{$within}site" => ['sometimes', 'integer'],
            "{$within}show" => ['sometimes', Rule::in(['all', 'attention'])],
        ];
    }

    /** @param  array<array-key, mixed>  $given  checked by the rules */
    public static function of(array $given): self
    {
        return new self(
            isset($given['listing']) ? (int) $given['listing'] : null,
            isset($given['site']) ? (int) $given['site'] : null,
            ($given['show'] ?? null) === 'attention',
        );
    }

    /** @return Builder<Watch> */
    public function watches(int $workspaceId): Builder
    {
        return Watch::query()
            ->when($this->listing !== null, fn (Builder $query) => $query->where('listing_id', $this->listing))
            ->when($this->site !== null, fn (Builder $query) => $query->where('site_id', $this->site))
            ->when($this->isAttention, fn (Builder $query) => self::needingAttention($query, $workspaceId));
    }

    /**
     * Those of which nobody has said whether they are right, whose last reading is doubtful, or that find no price; where a
     * whole site finds none, that is told once, of the site.
     *
     * @param  Builder<Watch>  $query
     */
    private static function needingAttention(Builder $query, int $workspaceId): void
    {
        $failing = array_filter(SiteCounts::all($workspaceId), fn (SiteCounts $counts) => $counts->isFailing());
        $query->where('is_paused', false)->where(
            fn (Builder $any) => $any
                ->where(
                    fn (Builder $new) => $new
                        ->where('state', '<>', WatchState::Confirmed)
                        ->where('latest->verdict', '<>', Verdict::Failed),
                )
                ->orWhere('latest->verdict', Verdict::Doubtful)
                ->orWhere(
                    fn (Builder $failed) => $failed
                        ->where('latest->verdict', Verdict::Failed)
                        ->whereNotIn('site_id', array_keys($failing)),
                )
                ->orWhereNull('latest'),
        );
    }
}
