<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Catalogue\Models\Listing;
use App\Watching\Models\Watch;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** Finds the listing of ours that a page may be about: by GTIN, else by part number, else by a title that is much like it. */
final readonly class ProposeListings
{
    /** Of 0 to 1, as pg_trgm measures it. */
    private const LIKE = 0.45;

    /**
     * @param  Collection<int, Watch>  $watches
     * @return array<int, Listing> by watch; those that have a listing, or for which none is found, are left out
     */
    public function handle(Collection $watches): array
    {
        $found = [];
        foreach ($watches as $watch) {
            if ($watch->listing_id === null && $watch->latest !== null) {
                $found[$watch->id] = $this->find($watch);
            }
        }

        return array_filter($found);
    }

    private function find(Watch $watch): ?Listing
    {
        [$gtin, $mpn, $name] = [$watch->latest?->gtin, $watch->latest?->mpn, $watch->latest?->offer?->name];

        return $this->byProduct('gtin', $gtin) ?? $this->byProduct('mpn', $mpn) ?? $this->byTitle($name);
    }

    private function byProduct(string $column, ?string $value): ?Listing
    {
        return $value === null
            ? null
            : self::listings()->whereHas('product', fn (Builder $product) => $product->where($column, $value))->orderBy('id')->first();
    }

    private function byTitle(?string $name): ?Listing
    {
        return $name === null
            ? null
            : self::listings()
                ->whereRaw('similarity(title, ?) > ?', [$name, self::LIKE])
                ->orderByDesc(DB::raw('similarity(title, '.DB::escape($name).')'))
                ->orderBy('id')
                ->first();
    }

    /** @return Builder<Listing> */
    private static function listings(): Builder
    {
        return Listing::query()->with('channel')->where('is_draft', false);
    }
}
