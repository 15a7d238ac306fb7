<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Listing;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\OfferSource;
use App\Market\Events\MarketObserved;
use App\Market\Events\PriceChangedElsewhere;
use App\Market\Models\ListingMarket;
use App\Market\Models\Rival;
use Carbon\CarbonInterface;
use Closure;
use Illuminate\Support\Arr;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Log;
use stdClass;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\OfferReader;
use Wrasse\Core\Document\PackedOffers;
use Wrasse\Core\Money\Currency;

/** Fetches the offers on some items and makes them the current market of our listings there. */
final readonly class ObserveItems
{
    /** What is kept of an offer, and what it is taken to be where nothing is kept: offers are read by the million. */
    private const OFFER = [
        'seller' => '',
        'price' => '',
        'shipping' => '0.00',
        'condition' => 'new',
        'fulfilment' => 'merchant',
        'in_stock' => true,
        'buy_box' => false,
        'rating_percent' => null,
        'rating_count' => null,
        'handling_days' => null,
        'ship_from' => null,
        'marketplace_retail' => false,
    ];

    private const TIME = 'Y-m-d H:i:s.u';

    public function __construct(private DriverRegistry $drivers, private ShownPrice $shown)
    {
    }

    /**
     * An item that the answer lacks, or of which nothing can be read, is not without rivals: its market stays as it
     * was, with its age.
     *
     * @param  list<string>  $items  some tens; asked for in as many calls as the channel wants
     * @param  (Closure(): mixed)|null  $done  done together with what is written
     * @return Observed how many markets had changed, and which items were missing
     */
    public function handle(Channel $channel, array $items, ?Closure $done = null): Observed
    {
        $askedAt = now();
        $source = $this->drivers->port($channel, OfferSource::class);
        $offers = [];
        foreach (array_chunk($items, max(1, $source::itemsPerCall())) as $some) {
            $offers += $source->offers($some);
        }
        $reader = new OfferReader(Currency::of($channel->currency));
        $offers = $this->readable($channel, $reader, array_intersect_key($offers, array_flip($items)));
        $missing = array_values(array_filter($items, fn (string $item) => ! isset($offers[$item])));
        if ($missing !== []) {
            Log::warning("{$channel->name} gave no offers for some items that it was asked about.", [
                'channel' => $channel->id,
                'items' => $missing,
            ]);
        }

        $changed = DB::transaction(function () use ($channel, $reader, $offers, $askedAt, $done): int {
            $changed = $this->takeIn($channel, $reader, $offers, $askedAt);
            if ($done !== null) {
                $done();
            }

            return $changed;
        });

        return new Observed($changed, $missing);
    }

    /**
     * @param  array<string, list<array<string, mixed>>>  $offers  by item
     * @return int how many markets had changed
     */
    private function takeIn(Channel $channel, OfferReader $reader, array $offers, CarbonInterface $askedAt): int
    {
        $listings = $this->listings($channel, array_map(strval(...), array_keys($offers)), $askedAt);
        $this->rememberRivals($channel, $offers);
        $ownChanged = $this->takeOverOwn($channel, $listings, $offers);
        $same = $moved = $observations = $changed = [];
        foreach ($listings as $listing) {
            $offered = $this->rivals($channel, $offers[$listing->item_ref] ?? []);
            $rivals = json_encode($offered, JSON_THROW_ON_ERROR);
            if ($listing->offers === $rivals) {
                $same[] = $listing->id;
            } else {
                $moved[] = [
                    'listing_id' => $listing->id,
                    'workspace_id' => $listing->workspace_id,
                    'offers' => $rivals,
                    'packed' => PackedOffers::pack($reader->all(Node::of($offered, '$.offers'))),
                    'seen_at' => $askedAt->format(self::TIME),
                    'changed_at' => $this->isMove($listing->offers, $offered)
                        ? $askedAt->format(self::TIME)
                        : $listing->changed_at,
                    'to_gather' => true,
                ];
            }
            if ($listing->offers !== $rivals || isset($ownChanged[$listing->id])) {
                $observations[] = RecordObservation::row(
                    $listing->id,
                    $listing->workspace_id,
                    $listing->price_minor,
                    $listing->floor_minor,
                    $listing->ceiling_minor,
                    RecordWebOffers::beside($rivals, $listing->web),
                    $askedAt,
                    $listing->holds_buy_box,
                );
                $changed[] = $listing->id;
            }
        }
        ListingMarket::query()->upsert($moved, ['listing_id'], ['offers', 'packed', 'seen_at', 'changed_at', 'to_gather']);
        ListingMarket::query()
            ->whereIn('listing_id', $same)
            ->update(['seen_at' => $askedAt->format(self::TIME)]);
        RecordObservation::rows($observations);
        if ($changed !== []) {
            event(new MarketObserved($channel->workspace_id, $changed));
        }

        return count($changed);
    }

    /**
     * Whether rivals did something: who of them holds the buy box follows from our price too.
     *
     * @param  string|null  $before  JSON
     * @param  list<array<string, mixed>>  $after
     */
    private function isMove(?string $before, array $after): bool
    {
        $terms = fn (array $offers): array => array_map(
            fn (array $offer) => array_diff_key($offer, ['buy_box' => true]),
            $offers,
        );

        return $before === null || $terms(json_decode($before, true, 8, JSON_THROW_ON_ERROR)) !== $terms($after);
    }

    /**
     * Our listings of the items with the market as it was known. Those that another process has asked about later, and
     * was quicker, are left to it.
     *
     * @param  list<string>  $items
     * @return array<int, stdClass> by id
     */
    private function listings(Channel $channel, array $items, CarbonInterface $askedAt): array
    {
        // They are held first: what is then read of their markets is what whoever held them before has left.
        $held = Listing::query()
            ->where('channel_id', $channel->id)
            ->whereIn('item_ref', $items)
            ->orderBy('id')
            ->lock('FOR NO KEY UPDATE')
            ->toBase()
            ->pluck('id')
            ->all();

        return Listing::query()
            ->whereIn('listings.id', $held)
            ->toBase()
            ->leftJoin('listing_markets AS m', 'm.listing_id', '=', 'listings.id')
            ->where(
                fn ($query) => $query->whereNull('m.seen_at')->orWhere('m.seen_at', '<=', $askedAt->format(self::TIME)),
            )
            ->orderBy('listings.id')
            ->get([
                'listings.id',
                'listings.workspace_id',
                'item_ref',
                'price_minor',
                'stock',
                'holds_buy_box',
                'floor_minor',
                'ceiling_minor',
                'm.offers',
                'm.web',
                'm.changed_at',
            ])
            ->keyBy('id')
            ->all();
    }

    /**
     * Decisions are made from what is kept here: an offer nobody can read is left out, whatever made the marketplace
     * send it.
     *
     * @param  array<string, list<mixed>>  $offers
     * @return array<string, list<array<string, mixed>>>
     */
    private function readable(Channel $channel, OfferReader $reader, array $offers): array
    {
        $readable = [];
        foreach ($offers as $item => $some) {
            $readable[$item] = array_values(
                array_filter(
                    $some,
                    fn (mixed $offer) => is_array($offer) &&
                        is_string($offer['name'] ?? '') &&
                        $reader->canRead(array_intersect_key($offer, self::OFFER)),
                ),
            );
            if (count($readable[$item]) < count($some)) {
                Log::warning("{$channel->name} sent offers on {$item} that cannot be read.", [
                    'channel' => $channel->id,
                    'offers' => count($some) - count($readable[$item]),
                ]);
                if ($readable[$item] === []) {
                    unset($readable[$item]);
                }
            }
        }

        return $readable;
    }

    /**
     * @param  list<array<string, mixed>>  $all
     * @return list<array<string, mixed>>
     */
    private function rivals(Channel $channel, array $all): array
    {
        $rivals = [];
        $own = $channel->seller;
        foreach ($all as $offer) {
            if ($offer['seller'] !== $own) {
                $rivals[] = array_filter(
                    array_intersect_key($offer, self::OFFER),
                    fn (mixed $value, string $field) => $value !== self::OFFER[$field],
                    ARRAY_FILTER_USE_BOTH,
                );
            }
        }

        return $rivals;
    }

    /**
     * Takes over what the marketplace shows of our own offers.
     *
     * @param  array<int, stdClass>  $listings  by id; what is new is set in them
     * @param  array<string, list<array<string, mixed>>>  $offers  by item
     * @return array<int, true> where anything was different
     */
    private function takeOverOwn(Channel $channel, array $listings, array $offers): array
    {
        $seller = $channel->seller;
        $own = array_map(
            fn (stdClass $listing) => Arr::first(
                $offers[$listing->item_ref] ?? [],
                fn (array $offer) => $offer['seller'] === $seller,
            ),
            $listings,
        );
        $elsewhere = $this->shown->setElsewhere(
            array_map(fn (stdClass $listing) => $listing->price_minor, $listings),
            array_map(fn (?array $offer) => $offer['price'] ?? null, $own),
            Currency::of($channel->currency),
        );
        $rows = [];
        foreach ($listings as $id => $listing) {
            $holds = (bool) ($own[$id]['buy_box'] ?? false);
            $stock = self::stock($listing->stock, $own[$id]['in_stock'] ?? null);
            if ($holds !== $listing->holds_buy_box || $stock !== $listing->stock || isset($elsewhere[$id])) {
                $listing->price_minor = $elsewhere[$id] ?? $listing->price_minor;
                $listing->holds_buy_box = $holds;
                $rows[$id] = ['id' => $id, 'price' => $listing->price_minor, 'holds' => $holds, 'stock' => $stock];
            }
        }
        if ($rows !== []) {
            DB::update(
                <<<'SQL'
                    UPDATE listings l
                    SET price_minor = s.price, holds_buy_box = s.holds, stock = s.stock, updated_at = now()
                    FROM jsonb_to_recordset(?) AS s(id bigint, price bigint, holds boolean, stock integer)
                    WHERE l.id = s.id AND l.workspace_id = ?
                    SQL,
                [json_encode(array_values($rows), JSON_THROW_ON_ERROR), $channel->workspace_id],
            );
        }
        foreach (array_keys($elsewhere) as $id) {
            event(new PriceChangedElsewhere($channel->workspace_id, $id));
        }

        return array_map(fn () => true, $rows);
    }

    /**
     * What is known of our stock after the marketplace has said whether there is any; null where the number is not
     * known.
     */
    private static function stock(?int $known, mixed $isInStock): ?int
    {
        return match (true) {
            $isInStock === false => 0,
            $isInStock === true && $known !== null && $known <= 0 => null,
            default => $known,
        };
    }

    /** @param  array<string, list<array<string, mixed>>>  $offers */
    private function rememberRivals(Channel $channel, array $offers): void
    {
        $rivals = [];
        $own = $channel->seller;
        foreach ($offers as $ofItem) {
            foreach ($ofItem as $offer) {
                if ($offer['seller'] !== $own) {
                    $rivals[$offer['seller']] = [
                        'workspace_id' => $channel->workspace_id,
                        'channel_id' => $channel->id,
                        'seller' => $offer['seller'],
                        'name' => $offer['name'] ?? $offer['seller'],
                    ];
                }
            }
        }
        $known = Rival::query()
            ->where('channel_id', $channel->id)
            ->whereIn('seller', array_column($rivals, 'seller'))
            ->pluck('name', 'seller');
        $rivals = array_filter($rivals, fn (array $rival) => ($known[$rival['seller']] ?? null) !== $rival['name']);
        ksort($rivals);
        Rival::query()->upsert(array_values($rivals), ['channel_id', 'seller'], ['name']);
    }
}
