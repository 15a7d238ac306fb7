<?php

declare(strict_types=1);

namespace App\Market\Rivals;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Market\ListingObservations;
use App\Market\Models\Rival;
use App\Market\ObservedOffers;
use App\Market\WebOffers;
use App\Support\Database\CopyRows;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Insight\RivalMove;
use Wrasse\Core\Insight\RivalTrail;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;

/** Works out, from what was observed, where each rival stands beside us, how it moves, and how we do. */
final readonly class GatherRivals
{
    /** What was before is not looked back for. */
    public const DAYS = 30;

    private const LISTINGS = 200;

    private const TIME = 'Y-m-d H:i:s.uP';

    public function __construct(private OwnPriceMoves $ours)
    {
    }

    /** Listings whose price of ours has changed since are looked at once more. */
    public function begin(Workspace $workspace): void
    {
        DB::update(
            <<<'SQL'
            UPDATE listing_markets m
            SET to_gather = true
            FROM listings l
            WHERE m.workspace_id = ? AND NOT m.to_gather AND l.id = m.listing_id AND l.last_changed_at > m.gathered_until
            SQL,
            [$workspace->id],
        );
    }

    /** @return bool whether there are more to come */
    public function handle(Workspace $workspace): bool
    {
        $ids = DB::table('listing_markets')
            ->where('workspace_id', $workspace->id)
            ->where('to_gather', true)
            ->orderBy('listing_id')
            ->limit(self::LISTINGS)
            ->pluck('listing_id');
        $rivals = self::rivals($workspace->id);
        foreach (Listing::query()->whereIn('id', $ids)->with(['channel', 'product'])->orderBy('id')->get() as $listing) {
            DB::transaction(function () use ($workspace, $listing, $rivals): void {
                $market = self::market($listing);
                if ($market !== null) {
                    $this->gather($listing, $market, $rivals, $workspace->currency);
                }
            });
        }
        if ($ids->count() < self::LISTINGS) {
            $this->sum($workspace);

            return false;
        }

        return true;
    }

    /** Nobody else gathers it meanwhile; null: somebody has. */
    private static function market(Listing $listing): ?stdClass
    {
        $markets = DB::select(
            <<<'SQL'
            SELECT offers, web, seen_at, gathered_until, xmin::text AS version
            FROM listing_markets
            WHERE listing_id = ? AND workspace_id = ? AND to_gather
            FOR UPDATE
            SQL,
            [$listing->id, $listing->workspace_id],
        );

        return $markets[0] ?? null;
    }

    /** @return array<string, int> ids, by channel and seller */
    private static function rivals(int $workspaceId): array
    {
        return Rival::query()
            ->where('workspace_id', $workspaceId)
            ->get(['id', 'channel_id', 'seller'])
            ->mapWithKeys(fn (Rival $rival) => [self::key($rival->channel_id, $rival->seller) => $rival->id])
            ->all();
    }

    /** @param  int|null  $channelId  null: a shop of its own on the web */
    private static function key(?int $channelId, string $seller): string
    {
        return "{$channelId}:{$seller}";
    }

    /** @param  array<string, int>  $rivals */
    private function gather(Listing $listing, stdClass $market, array $rivals, string $ownCurrency): void
    {
        $known = $market->gathered_until === null ? null : CarbonImmutable::parse($market->gathered_until);
        $since = $known ?? CarbonImmutable::now()->subDays(self::DAYS);
        $trail = new RivalTrail(
            $known === null ? null : DB::table('rival_listings')->where('listing_id', $listing->id)->pluck('theirs_minor', 'rival_id')->all(),
            $this->ours->since($listing->id, $since->subSeconds(RivalTrail::LONGEST_REACTION_SECONDS)),
            $this->movedAt($listing->id, $since),
        );
        $breaches = new ListingBreaches($listing, $ownCurrency);
        $moves = $ours = [];
        $until = $since;
        $price = $this->priceUntil($listing, $since);
        foreach ((new ListingObservations($listing))->all($since->addMicrosecond()) as $seen) {
            $until = CarbonImmutable::parse($seen->observed_at);
            $offers = $this->offers($listing, (string) $seen->offers, $rivals);
            if ($price !== null && $price !== $seen->price_minor) {
                $ours[] = ['listing_id' => $listing->id, 'workspace_id' => $listing->workspace_id, 'moved_at' => $until->format(self::TIME), 'from_minor' => $price, 'to_minor' => $seen->price_minor];
            }
            $price = $seen->price_minor;
            $moves[$until->format(self::TIME)] = $trail->observe(
                $until->getTimestamp(),
                $seen->price_minor,
                array_column($offers, 'landed', 'rival'),
            );
            $breaches->observe($until, $seen->price_minor, array_column($offers, 'price', 'rival'));
        }
        $this->write($listing, $moves);
        DB::table('own_price_moves')->insertOrIgnore($ours);
        $breaches->save();
        $this->stand($listing, $market, $rivals);
        // Whoever has observed it meanwhile has left more to gather.
        DB::update(
            <<<'SQL'
            UPDATE listing_markets
            SET to_gather = xmin::text <> ?, gathered_until = ?
            WHERE listing_id = ? AND workspace_id = ?
            SQL,
            [$market->version, $until->format(self::TIME), $listing->id, $listing->workspace_id],
        );
    }

    /** What buyers were asked when it was looked at before; null: it was not. */
    private function priceUntil(Listing $listing, CarbonImmutable $at): ?int
    {
        return DB::table('market_observations')
            ->where('listing_id', $listing->id)
            ->where('workspace_id', $listing->workspace_id)
            ->where('observed_at', '<=', $at->format(self::TIME))
            ->orderByDesc('observed_at')
            ->value('price_minor');
    }

    /**
     * The lowest offer of each rival that can be compared.
     *
     * @param  array<string, int>  $rivals
     * @return array<int, array{rival: int, price: int, landed: int, buy_box: bool}> by rival
     */
    private function offers(Listing $listing, string $json, array $rivals): array
    {
        $lowest = [];
        $currency = Currency::of($listing->channel->currency);
        $offers = ObservedOffers::comparable($json, $listing->condition, $listing->shipping_minor, $currency);
        foreach ($offers as ['seller' => $seller, 'price' => $price, 'landed' => $landed, 'buy_box' => $holdsBuyBox, 'is_web' => $isWeb]) {
            $rival = $rivals[self::key($isWeb ? null : $listing->channel_id, $seller)] ?? null;
            if ($rival !== null && $landed < ($lowest[$rival]['landed'] ?? PHP_INT_MAX)) {
                $lowest[$rival] = ['rival' => $rival, 'price' => $price, 'landed' => $landed, 'buy_box' => $holdsBuyBox];
            }
        }

        return $lowest;
    }

    /** @return array<int, int> when rivals moved last, in seconds since 1970, by rival */
    private function movedAt(int $listingId, CarbonImmutable $since): array
    {
        return DB::table('rival_moves')
            ->where('listing_id', $listingId)
            ->where('moved_at', '>=', $since->subSeconds(RivalTrail::LONGEST_REACTION_SECONDS)->format(self::TIME))
            ->groupBy('rival_id')
            ->selectRaw('rival_id, extract(epoch FROM max(moved_at))::bigint AS at')
            ->pluck('at', 'rival_id')
            ->all();
    }

    /** @param  array<string, list<RivalMove>>  $moves  by time */
    private function write(Listing $listing, array $moves): void
    {
        $rows = [];
        foreach ($moves as $time => $some) {
            foreach ($some as $move) {
                $rows[] = [
                    'listing_id' => $listing->id,
                    'rival_id' => $move->seller,
                    'workspace_id' => $listing->workspace_id,
                    'moved_at' => $time,
                    'from_minor' => $move->from,
                    'to_minor' => $move->to,
                    'reaction_seconds' => $move->reactionSeconds,
                ];
            }
        }
        CopyRows::into('rival_moves', $rows);
    }

    /** @param  array<string, int>  $rivals */
    private function stand(Listing $listing, stdClass $market, array $rivals): void
    {
        $web = array_values(array_filter(array_column(WebOffers::entries($market->web), 'observed')));
        $offers = $this->offers($listing, $market->offers, $rivals) +
            $this->offers($listing, json_encode($web, JSON_THROW_ON_ERROR), $rivals);
        $ours = Basis::Landed->figure($listing->price_minor, $listing->shipping_minor);
        DB::table('rival_listings')->where('listing_id', $listing->id)->whereNotIn('rival_id', array_keys($offers))->delete();
        DB::table('rival_listings')->upsert(
            array_map(
                fn (array $offer) => [
                    'listing_id' => $listing->id,
                    'rival_id' => $offer['rival'],
                    'workspace_id' => $listing->workspace_id,
                    'theirs_minor' => $offer['landed'],
                    'ours_minor' => $ours,
                    'difference_percent' => (new PriceMove($ours, $offer['landed']))->percent(),
                    'holds_buy_box' => $offer['buy_box'],
                    'seen_at' => $market->seen_at,
                ],
                array_values($offers),
            ),
            ['listing_id', 'rival_id'],
            ['theirs_minor', 'ours_minor', 'difference_percent', 'holds_buy_box', 'seen_at'],
        );
    }

    /** What there is to say of each rival as a whole. */
    private function sum(Workspace $workspace): void
    {
        DB::update(
            <<<'SQL'
            UPDATE rivals r
            SET listings = coalesce(s.listings, 0),
                cheaper = coalesce(s.cheaper, 0),
                dearer = coalesce(s.dearer, 0),
                difference_percent = s.difference,
                cheaper_percent = s.cheaper_difference,
                buy_boxes = coalesce(s.buy_boxes, 0),
                seen_at = coalesce(s.seen_at, r.seen_at),
                moves = coalesce(m.moves, 0),
                reactions = coalesce(m.reactions, 0),
                reaction_seconds = m.reaction_seconds,
                moved_at = coalesce(m.moved_at, r.moved_at)
            FROM rivals every
            LEFT JOIN (
                SELECT rival_id, count(*) AS listings,
                    count(*) FILTER (WHERE difference_percent < 0) AS cheaper,
                    count(*) FILTER (WHERE difference_percent > 0) AS dearer,
                    round(percentile_cont(0.5) WITHIN GROUP (ORDER BY difference_percent)::numeric, 2) AS difference,
                    round((percentile_cont(0.5) WITHIN GROUP (ORDER BY difference_percent)
                        FILTER (WHERE difference_percent < 0))::numeric, 2) AS cheaper_difference,
                    count(*) FILTER (WHERE holds_buy_box) AS buy_boxes, max(seen_at) AS seen_at
                FROM rival_listings
                WHERE workspace_id = ?
                GROUP BY rival_id
            ) s ON s.rival_id = every.id
            LEFT JOIN (
                SELECT rival_id, count(*) FILTER (WHERE from_minor IS NOT NULL AND to_minor IS NOT NULL) AS moves,
                    count(reaction_seconds) AS reactions,
                    percentile_disc(0.5) WITHIN GROUP (ORDER BY reaction_seconds) AS reaction_seconds,
                    max(moved_at) AS moved_at
                FROM rival_moves
                WHERE workspace_id = ? AND moved_at >= ?
                GROUP BY rival_id
            ) m ON m.rival_id = every.id
            WHERE r.id = every.id AND r.workspace_id = ?
            SQL,
            [
                $workspace->id,
                $workspace->id,
                CarbonImmutable::now()->subDays(self::DAYS)->format(self::TIME),
                $workspace->id,
            ],
        );
        $workspace->rivals_gathered_at = CarbonImmutable::now();
        $workspace->saveQuietly();
        Announce::change($workspace->id, Topic::Rivals);
    }
}
