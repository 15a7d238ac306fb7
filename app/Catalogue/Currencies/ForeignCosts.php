<?php

declare(strict_types=1);

namespace App\Catalogue\Currencies;

use App\Accounts\Models\Workspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Listings whose cost is in another currency than their channel: what a rate makes a difference to. */
final readonly class ForeignCosts
{
    /** Those of a workspace as l, with product p and channel c. */
    public static function query(Workspace $workspace): Builder
    {
        return DB::table('listings as l')
            ->join('products as p', 'p.id', '=', 'l.product_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->where('l.workspace_id', $workspace->id)
            ->whereNotNull('p.cost_minor')
            ->whereRaw('coalesce(p.cost_currency, ?) <> c.currency', [$workspace->currency]);
    }

    /** @return list<int> */
    public static function all(Workspace $workspace): array
    {
        return self::ids(self::query($workspace));
    }

    /**
     * @param  list<string>  $currencies
     * @return list<int> listings that a rate between any of these and another currency can touch
     */
    public static function listings(Workspace $workspace, array $currencies): array
    {
        return self::ids(
            self::query($workspace)->where(
                fn (Builder $either) => $either
                    ->whereIn(DB::raw("coalesce(p.cost_currency, '{$workspace->money()->code}')"), $currencies)
                    ->orWhereIn('c.currency', $currencies),
            ),
        );
    }

    /** @return list<int> */
    private static function ids(Builder $listings): array
    {
        return array_values($listings->orderBy('l.id')->pluck('l.id')->map(intval(...))->all());
    }
}
