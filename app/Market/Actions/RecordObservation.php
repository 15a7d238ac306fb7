<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Support\Database\MonthlyPartitions;
use Carbon\CarbonInterface;
use Illuminate\Support\Facades\DB;

/** Writes down how the markets of listings looked at a moment. */
final readonly class RecordObservation
{
    /** A market is seen more than once a second. */
    private const TIME = 'Y-m-d H:i:s.uP';

    /** @param  list<string>  $days  YYYY-MM-DD, for whose months there may be no partition yet */
    public static function makeRoom(array $days): void
    {
        $months = array_unique(array_map(fn (string $day) => substr($day, 0, 7).'-01', $days));
        foreach ($months as $month) {
            MonthlyPartitions::create('market_observations', $month);
        }
    }

    /** @param  list<array<string, mixed>>  $rows  as row() makes them */
    public static function rows(array $rows): void
    {
        DB::table('market_observations')->insertOrIgnore($rows);
    }

    /**
     * @param  string  $offers  JSON, as listing_markets has it
     * @param  bool|null  $holdsBuyBox  whether it was ours; null where that is not known
     * @return array<string, mixed>
     */
    public static function row(
        int $listingId,
        int $workspaceId,
        int $price,
        ?int $floor,
        ?int $ceiling,
        string $offers,
        CarbonInterface $at,
        ?bool $holdsBuyBox = null,
    ): array {
        return [
            'listing_id' => $listingId,
            'workspace_id' => $workspaceId,
            'observed_at' => $at->format(self::TIME),
            'price_minor' => $price,
            'floor_minor' => $floor,
            'ceiling_minor' => $ceiling,
            'offers' => $offers,
            'holds_buy_box' => $holdsBuyBox,
        ];
    }
}
