<?php

declare(strict_types=1);

namespace App\Alerts;

use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertScope;
use App\Catalogue\Listings\ListingFilter;
use App\Catalogue\Models\Listing;
use App\Watching\Models\Watch;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as QueryBuilder;
use Illuminate\Support\Facades\DB;

/** Which alerts are about which listings: only those that a change of these can touch are fetched. */
final readonly class ActiveAlerts
{
    /**
     * @param  array<int, Listing>  $listings  by id, of one workspace
     * @return array<int, list<Alert>> by listing
     */
    public function on(array $listings): array
    {
        $by = [
            'product_id' => self::idsBy($listings, 'product_id'),
            'rule_id' => self::idsBy($listings, 'rule_id'),
            'channel_id' => self::idsBy($listings, 'channel_id'),
        ];
        $watched = self::watched(array_keys($listings));
        $alerts = Alert::query()
            ->where('is_paused', false)
            ->where(
                fn (Builder $any) => $any
                    ->whereIn('scope', [AlertScope::All, AlertScope::Filter, AlertScope::Rival])
                    ->orWhereIn('listing_id', array_keys($listings))
                    ->orWhereIn('product_id', array_keys($by['product_id']))
                    ->orWhereIn('rule_id', array_keys($by['rule_id']))
                    ->orWhereIn('site_id', array_keys($watched['site_id']))
                    ->orWhereIn('watch_id', array_keys($watched['id'])),
            )
            ->with(Alert::ABOUT)
            ->orderBy('id')
            ->get();
        $byListing = [];
        foreach ($alerts as $alert) {
            $ids = match ($alert->scope) {
                AlertScope::All => array_keys($listings),
                AlertScope::Listing => [$alert->listing_id],
                AlertScope::Product => $by['product_id'][$alert->product_id] ?? [],
                AlertScope::Rule => $by['rule_id'][$alert->rule_id] ?? [],
                AlertScope::Rival => $alert->rival?->channel_id === null ? array_keys($listings) : $by['channel_id'][$alert->rival->channel_id] ?? [],
                AlertScope::Site => $watched['site_id'][$alert->site_id] ?? [],
                AlertScope::Watch => $watched['id'][$alert->watch_id] ?? [],
                AlertScope::Filter => self::listings($alert)->whereIn('l.id', array_keys($listings))->pluck('l.id')->all(),
            };
            foreach ($ids as $id) {
                $byListing[$id][] = $alert;
            }
        }

        return $byListing;
    }

    /**
     * @param  array<int, Listing>  $listings
     * @return array<int, list<int>> ids of listings, by what they have in a column
     */
    private static function idsBy(array $listings, string $column): array
    {
        $ids = [];
        foreach ($listings as $id => $listing) {
            $ids[(int) $listing->getAttribute($column)][] = $id;
        }

        return $ids;
    }

    /**
     * @param  list<int>  $ids  of listings
     * @return array{site_id: array<int, list<int>>, id: array<int, list<int>>} ids of listings, by site and by watch
     */
    private static function watched(array $ids): array
    {
        $watched = ['site_id' => [], 'id' => []];
        foreach (Watch::query()->whereIn('listing_id', $ids)->toBase()->get(['id', 'site_id', 'listing_id']) as $watch) {
            $watched['id'][$watch->id] = [$watch->listing_id];
            $watched['site_id'][$watch->site_id][$watch->listing_id] = $watch->listing_id;
        }

        return [...$watched, 'site_id' => array_map(array_values(...), $watched['site_id'])];
    }

    /** All listings that it is about, as l. */
    public static function listings(Alert $alert): QueryBuilder
    {
        $query = DB::table('listings as l')->where('l.workspace_id', $alert->workspace_id)->where('l.is_draft', false);

        return match ($alert->scope) {
            AlertScope::All => $query,
            AlertScope::Listing => $query->where('l.id', $alert->listing_id),
            AlertScope::Product => $query->where('l.product_id', $alert->product_id),
            AlertScope::Rule => $query->where('l.rule_id', $alert->rule_id),
            AlertScope::Site => $query->whereIn('l.id', Watch::query()->where('site_id', $alert->site_id)->select('listing_id')),
            AlertScope::Watch => $query->whereIn('l.id', Watch::query()->whereKey($alert->watch_id)->select('listing_id')),
            AlertScope::Filter => (new ListingFilter($alert->filter ?? []))->apply($query, $alert->workspace_id),
            AlertScope::Rival => $alert->rival?->channel_id === null ? $query : $query->where('l.channel_id', $alert->rival->channel_id),
        };
    }
}
