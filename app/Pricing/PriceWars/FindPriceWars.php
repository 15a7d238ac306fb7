<?php

declare(strict_types=1);

namespace App\Pricing\PriceWars;

use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Insight\PriceWar;
use Wrasse\Core\Insight\PriceWarPoint;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;

/** Looks through the last day of the listings that moved most for rivals with whom we step each other down. */
final readonly class FindPriceWars
{
    private const HOURS = 24;

    private const LISTINGS = 2_000;

    /** @return int how many there are */
    public function handle(int $workspaceId): int
    {
        $since = now()->subHours(self::HOURS);
        $moved = DB::table('market_observations')
            ->where('workspace_id', $workspaceId)
            ->where('observed_at', '>', $since)
            ->groupBy('listing_id')
            ->havingRaw('count(DISTINCT price_minor) >= ?', [PriceWar::ROUNDS])
            ->orderByRaw('count(*) DESC')
            ->limit(self::LISTINGS)
            ->pluck('listing_id');
        $found = [];
        foreach ($moved->chunk(200) as $ids) {
            $listings = DB::table('listings as l')
                ->join('channels as c', 'c.id', '=', 'l.channel_id')
                ->where('l.workspace_id', $workspaceId)
                ->whereIn('l.id', $ids)
                ->get(['l.id', 'l.shipping_minor', 'c.currency'])
                ->keyBy('id');
            $seen = DB::table('market_observations')
                ->where('workspace_id', $workspaceId)
                ->whereIn('listing_id', $ids)
                ->where('observed_at', '>', $since)
                ->orderBy('listing_id')
                ->orderBy('observed_at')
                ->get(['listing_id', 'observed_at', 'price_minor', 'offers'])
                ->groupBy('listing_id');
            foreach ($seen as $id => $rows) {
                $listing = $listings->get($id);
                $priceWar =
                    $listing === null
                        ? null
                        : PriceWar::in(
                            array_values($rows->map(fn (stdClass $row) => $this->point($row, $listing))->all()),
                        );
                if ($priceWar !== null) {
                    $found[] = $this->row($workspaceId, (int) $id, $priceWar);
                }
            }
        }
        DB::table('price_wars')->upsert(
            $found,
            ['listing_id', 'seller'],
            ['rounds', 'own_from_minor', 'own_to_minor', 'rival_to_minor', 'since', 'last_at'],
        );
        if ($found !== []) {
            Announce::change($workspaceId, Topic::Today);
        }

        return count($found);
    }

    private function point(stdClass $row, stdClass $listing): PriceWarPoint
    {
        $currency = Currency::of($listing->currency);
        $rivals = [];
        foreach (json_decode($row->offers, true, 16, JSON_THROW_ON_ERROR) as $offer) {
            $landed = Basis::Landed->figure(
                $currency->parse($offer['price']),
                $currency->parse($offer['shipping'] ?? '0'),
            );
            $rivals[$offer['seller']] = min($landed, $rivals[$offer['seller']] ?? $landed);
        }

        return new PriceWarPoint(
            (int) strtotime($row->observed_at),
            Basis::Landed->figure($row->price_minor, $listing->shipping_minor),
            $rivals,
        );
    }

    /** @return array<string, mixed> */
    private function row(int $workspaceId, int $listingId, PriceWar $priceWar): array
    {
        return [
            'workspace_id' => $workspaceId,
            'listing_id' => $listingId,
            'seller' => $priceWar->seller,
            'rounds' => $priceWar->rounds,
            'own_from_minor' => $priceWar->ownFrom,
            'own_to_minor' => $priceWar->ownTo,
            'rival_to_minor' => $priceWar->rivalTo,
            'since' => now()->setTimestamp($priceWar->since),
            'last_at' => now()->setTimestamp($priceWar->lastAt),
        ];
    }
}
