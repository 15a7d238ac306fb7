<?php

declare(strict_types=1);

namespace App\Screens\Breaches;

use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use stdClass;

/** What one seller, or the sellers of one brand, asked too little or too much for. */
#[OA\Schema(schema: 'PriceBreachGroup')]
final readonly class BreachGroup
{
    /** So many times in the days that are looked at, and somebody does it again and again. */
    private const OFTEN = 3;

    private function __construct(
        #[OA\Property(description: 'The rival; null: us, or it is a brand.')] public ?int $rival_id,
        #[OA\Property(description: 'Of the seller or brand; null: us, or without a brand.')] public ?string $name,
        #[OA\Property(description: 'How often.')] public int $times,
        #[OA\Property(description: 'On how many listings.')] public int $listings,
        #[OA\Property(description: 'How many of them go on.')] public int $open,
        #[OA\Property(description: 'The furthest off, of the limit.')] public string $worst_percent,
        #[OA\Property(description: 'Days altogether, each listing by itself.')] public string $days,
        #[OA\Property(description: 'Whether it has happened on a listing three times or more.')] public bool $is_repeated,
    ) {
    }

    /** @return list<self> ours first, then those with the most times */
    public static function bySeller(BreachFilter $filter, int $workspaceId): array
    {
        return self::groups($filter, $workspaceId, 'b.rival_id', 'r.name');
    }

    /** @return list<self> those with the most times first */
    public static function byBrand(BreachFilter $filter, int $workspaceId): array
    {
        return self::groups($filter, $workspaceId, 'NULL::bigint', 'p.brand');
    }

    /** @return list<self> */
    private static function groups(BreachFilter $filter, int $workspaceId, string $id, string $name): array
    {
        $often = self::OFTEN;
        $perListing = $filter->apply($workspaceId)
            ->selectRaw("{$id} AS rival_id, {$name} AS name, b.listing_id, count(*) AS times, count(*) FILTER (WHERE b.ended_at IS NULL) AS open,
                max(abs(b.worst_percent)) AS worst, sum(extract(epoch FROM coalesce(b.ended_at, now()) - b.began_at)) / 86400 AS days")
            ->groupByRaw('1, 2, 3');

        return array_values(
            DB::query()
                ->fromSub($perListing, 'each')
                ->selectRaw("rival_id, name, sum(times)::int AS times, count(*)::int AS listings, sum(open)::int AS open, max(worst) AS worst_percent, round(sum(days)::numeric, 1)::text AS days, bool_or(times >= {$often}) AS is_repeated")
                ->groupByRaw('1, 2')
                ->orderByRaw('rival_id IS NOT NULL, times DESC, name')
                ->get()
                ->map(fn (stdClass $row): self => new self($row->rival_id, $row->name, $row->times, $row->listings, $row->open, $row->worst_percent, $row->days, $row->is_repeated))
                ->all(),
        );
    }
}
