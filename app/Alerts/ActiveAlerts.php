<?php

declare(strict_types=1);

namespace App\Alerts;

use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertScope;
use App\Catalogue\Listings\ListingFilter;
use App\Catalogue\Models\Listing;
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
        $alerts = Alert::query()
            ->where('is_paused', false)
            ->where(
                fn (Builder $any) => $any
                    ->whereIn('scope', [AlertScope::All, AlertScope::Filter, AlertScope::Rival])
                    ->orWhereIn('listing_id', array_keys($listings))
                    ->orWhereIn('product_id', array_unique(array_column($listings, 'product_id')))
                    ->orWhereIn('rule_id', array_unique(array_filter(array_column($listings, 'rule_id')))),
            )
            ->with('rival')
            ->orderBy('id')
            ->get();
        $byListing = [];
        foreach ($alerts as $alert) {
            foreach ($this->among($alert, $listings) as $id) {
                $byListing[$id][] = $alert;
            }
        }

        return $byListing;
    }

    /**
     * @param  array<int, Listing>  $listings
     * @return list<int>
     */
    private function among(Alert $alert, array $listings): array
    {
        $found = match ($alert->scope) {
            AlertScope::Filter => self::listings($alert)->whereIn('l.id', array_keys($listings))->pluck('l.id')->all(),
            default => array_keys(array_filter($listings, fn (Listing $listing): bool => match ($alert->scope) {
                AlertScope::Listing => $listing->id === $alert->listing_id,
                AlertScope::Product => $listing->product_id === $alert->product_id,
                AlertScope::Rule => $listing->rule_id === $alert->rule_id,
                AlertScope::Rival => $alert->rival?->channel_id === null || $alert->rival->channel_id === $listing->channel_id,
                default => true,
            })),
        };

        return array_values(array_map(intval(...), $found));
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
            AlertScope::Filter => (new ListingFilter($alert->filter ?? []))->apply($query, $alert->workspace_id),
            AlertScope::Rival => $alert->rival?->channel_id === null ? $query : $query->where('l.channel_id', $alert->rival->channel_id),
        };
    }
}
