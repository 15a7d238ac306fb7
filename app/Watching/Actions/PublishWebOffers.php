<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Accounts\Models\Workspace;
use App\Market\Actions\RecordWebOffers;
use App\Market\WebOffers;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use App\Watching\Trust\FoundOffer;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Wrasse\Core\Market\WebOffer;
use Wrasse\Core\Money\Currency;

/**
 * Tells the market what of the pages that are read for a listing counts: of every watch that is confirmed and still read,
 * the last good reading, unless it is too old.
 *
 * @phpstan-import-type Entry from WebOffers
 */
final readonly class PublishWebOffers
{
    /** A page that nobody has seen for longer says nothing of today, whatever a rule allows. */
    public const LONGEST_DAYS = 7;

    private const AT_ONCE = 200;

    public function __construct(private RecordWebOffers $record)
    {
    }

    /** @param  list<int>  $listingIds */
    public function handle(int $workspaceId, array $listingIds): void
    {
        $offers = array_fill_keys($listingIds, []);
        foreach (self::counting($listingIds) as $watch) {
            $offers[$watch->listing_id][] = self::entry($watch);
        }
        $this->record->handle(Workspace::query()->findOrFail($workspaceId), $offers);
    }

    /**
     * Those whose prices are converted at other rates now, in their currency or that of the listing.
     *
     * @param  list<string>  $currencies
     */
    public function inCurrencies(int $workspaceId, array $currencies): void
    {
        $listings = Watch::query()
            ->join('listings as l', 'l.id', '=', 'watches.listing_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->whereRaw("watches.good ->> 'currency' <> c.currency")
            ->where(
                fn (Builder $either) => $either
                    ->whereIn('watches.good->currency', $currencies)
                    ->orWhereIn('c.currency', $currencies),
            )
            ->orderBy('listing_id')
            ->distinct()
            ->pluck('listing_id');
        foreach ($listings->chunk(self::AT_ONCE) as $some) {
            $this->handle($workspaceId, array_values($some->map(intval(...))->all()));
        }
    }

    /**
     * @param  list<int>  $listingIds
     * @return iterable<Watch>
     */
    private static function counting(array $listingIds): iterable
    {
        return Watch::query()
            ->with('site')
            ->whereIn('listing_id', $listingIds)
            ->where('state', WatchState::Confirmed)
            ->where('is_paused', false)
            ->where('is_source', false)
            ->whereNotNull('good')
            ->whereHas('site', fn ($site) => $site->where('is_own', false))
            ->orderBy('id')
            ->get()
            ->filter(fn (Watch $watch) => ! $watch->isOver() && self::isRecent($watch));
    }

    private static function isRecent(Watch $watch): bool
    {
        return $watch->good !== null && $watch->good->readAt > CarbonImmutable::now()->subDays(self::LONGEST_DAYS);
    }

    /** @return Entry */
    private static function entry(Watch $watch): array
    {
        /** @var FoundOffer $good */
        $good = $watch->good;

        return [
            'watch' => $watch->id,
            'seller' => $watch->site->host,
            'price' => $good->price,
            'currency' => $good->currency,
            'shipping' => $good->shipping ?? self::shipping($watch->site, $good),
            'tax_included' => $good->taxIncluded ?? $watch->site->tax_included,
            'condition' => $good->condition,
            'in_stock' => $good->isInStock(),
            'promotion' => $good->promotion,
            'seen_at' => $good->readAt->toRfc3339String(),
        ];
    }

    /** By the terms that a person has given for the shop, which are in its currency. */
    public static function shipping(Site $site, FoundOffer $offer): ?string
    {
        if ($site->currency !== $offer->currency) {
            return null;
        }
        $currency = Currency::of($offer->currency);
        $charge = WebOffer::shipping($currency->parse($offer->price), $site->shipping_minor, $site->free_shipping_from_minor);

        return $charge === null ? null : $currency->format($charge);
    }
}
