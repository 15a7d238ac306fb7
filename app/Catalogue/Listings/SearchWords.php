<?php

declare(strict_types=1);

namespace App\Catalogue\Listings;

use Illuminate\Contracts\Database\Query\Builder;

/** Listings whose SKU, GTIN, title and brand contain all of some words. */
final readonly class SearchWords
{
    /** @param  string  $column  of the query that holds the listing */
    public static function narrow(Builder $query, string $column, string $words, int $workspaceId): void
    {
        foreach (preg_split('/\s+/u', mb_strtolower(trim($words)), flags: PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $query->whereIn($column, fn (Builder $texts) => $texts->select('listing_id')->from('listing_texts')
                ->where('workspace_id', $workspaceId)->where('search', 'like', '%'.addcslashes($word, '\\%_').'%'));
        }
    }
}
