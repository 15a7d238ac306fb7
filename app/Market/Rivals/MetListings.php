<?php

declare(strict_types=1);

namespace App\Market\Rivals;

use App\Market\Models\Rival;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Money\Currency;

/** Where one rival is met, and how it moved there. */
final readonly class MetListings
{
    /** By which they can be sorted. */
    public const SORTS = ['difference' => 'm.difference_percent', 'title' => 'l.title', 'theirs' => 'm.theirs_minor', 'ours' => 'm.ours_minor'];

    public function __construct(private Rival $rival)
    {
    }

    /**
     * @param  string  $sort  one of SORTS, with "-" before it for downwards
     * @return list<MetListing>
     */
    public function rows(string $sort, int $after, int $most): array
    {
        $rows = DB::table('rival_listings as m')
            ->join('listings as l', 'l.id', '=', 'm.listing_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->where('m.workspace_id', $this->rival->workspace_id)
            ->where('m.rival_id', $this->rival->id)
            ->orderBy(self::SORTS[ltrim($sort, '-')], str_starts_with($sort, '-') ? 'desc' : 'asc')
            ->orderBy('l.id')
            ->offset($after)
            ->limit($most)
            ->get(['l.id', 'l.sku', 'l.title', 'c.name as channel', 'c.currency', 'm.ours_minor', 'm.theirs_minor', 'm.difference_percent', 'm.holds_buy_box', 'm.seen_at']);
        $trends = $this->trends($rows->pluck('id')->all());

        return array_values(
            $rows->map(function (stdClass $row) use ($trends): MetListing {
                $currency = Currency::of($row->currency);

                return new MetListing(
                    $row->id,
                    $row->sku,
                    $row->title,
                    $row->channel,
                    $currency->code,
                    $currency->format($row->ours_minor),
                    $currency->format($row->theirs_minor),
                    $row->difference_percent,
                    $row->holds_buy_box,
                    CarbonImmutable::parse($row->seen_at)->toRfc3339String(),
                    self::trend($trends[$row->id] ?? [], $row->theirs_minor, $currency),
                );
            })->all(),
        );
    }

    /** @return list<SeenMove> the latest first */
    public function moves(int $most): array
    {
        $rows = DB::table('rival_moves as m')
            ->join('listings as l', 'l.id', '=', 'm.listing_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->where('m.workspace_id', $this->rival->workspace_id)
            ->where('m.rival_id', $this->rival->id)
            ->orderByDesc('m.moved_at')
            ->orderBy('l.id')
            ->limit($most)
            ->get(['m.moved_at', 'l.id', 'l.sku', 'l.title', 'c.currency', 'm.from_minor', 'm.to_minor', 'm.reaction_seconds']);

        return array_values(
            $rows->map(function (stdClass $row): SeenMove {
                $currency = Currency::of($row->currency);

                return new SeenMove(
                    CarbonImmutable::parse($row->moved_at)->toRfc3339String(),
                    $row->id,
                    $row->sku,
                    $row->title,
                    $currency->code,
                    self::amount($row->from_minor, $currency),
                    self::amount($row->to_minor, $currency),
                    $row->reaction_seconds,
                );
            })->all(),
        );
    }

    /**
     * @param  list<int>  $listingIds
     * @return array<int, list<stdClass>> moves, oldest first, by listing
     */
    private function trends(array $listingIds): array
    {
        return DB::table('rival_moves')
            ->where('workspace_id', $this->rival->workspace_id)
            ->where('rival_id', $this->rival->id)
            ->whereIn('listing_id', $listingIds)
            ->where('moved_at', '>=', self::since())
            ->orderBy('moved_at')
            ->get(['listing_id', 'moved_at', 'from_minor', 'to_minor'])
            ->groupBy('listing_id')
            ->map(fn ($moves) => array_values($moves->all()))
            ->all();
    }

    /**
     * @param  list<stdClass>  $moves
     * @return list<array{at: int, theirs: string|null}>
     */
    private static function trend(array $moves, int $now, Currency $currency): array
    {
        $first = $moves === [] ? $now : $moves[0]->from_minor;

        return [
            ['at' => self::since()->getTimestamp(), 'theirs' => self::amount($first, $currency)],
            ...array_map(
                fn (stdClass $move) => [
                    'at' => CarbonImmutable::parse($move->moved_at)->getTimestamp(),
                    'theirs' => self::amount($move->to_minor, $currency),
                ],
                $moves,
            ),
        ];
    }

    private static function since(): CarbonImmutable
    {
        return CarbonImmutable::now()->subDays(GatherRivals::DAYS)->startOfHour();
    }

    private static function amount(?int $minor, Currency $currency): ?string
    {
        return $minor === null ? null : $currency->format($minor);
    }
}
