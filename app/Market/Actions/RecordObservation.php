<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Listing;
use Carbon\CarbonInterface;
use Illuminate\Support\Facades\DB;

/** Writes down how the market of a listing looked at a moment. */
final readonly class RecordObservation
{
    /** @param  list<array<string, mixed>>  $offers */
    public function handle(Listing $listing, array $offers, CarbonInterface $at): void
    {
        self::rows([self::row($listing->id, $listing->workspace_id, $listing->price_minor, $listing->floor_minor, $listing->ceiling_minor, $offers, $at)]);
    }

    /** @param  list<array<string, mixed>>  $rows  as row() makes them */
    public static function rows(array $rows): void
    {
        DB::table('market_observations')->insertOrIgnore($rows);
    }

    /**
     * @param  list<array<string, mixed>>  $offers
     * @return array<string, mixed>
     */
    public static function row(int $listingId, int $workspaceId, int $price, ?int $floor, ?int $ceiling, array $offers, CarbonInterface $at): array
    {
        return [
            'listing_id' => $listingId, 'workspace_id' => $workspaceId, 'observed_at' => $at, 'price_minor' => $price,
            'floor_minor' => $floor, 'ceiling_minor' => $ceiling, 'offers' => json_encode($offers, JSON_THROW_ON_ERROR),
        ];
    }
}
