<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Catalogue\Models\Listing;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** Finds the listing of ours that a page may be about: by GTIN, else by part number, else by a title that is much like it. */
final readonly class ProposeListing
{
    /** Of 0 to 1, as pg_trgm measures it. */
    private const LIKE = 0.45;

    /** Null where none is found. */
    public function find(?string $gtin, ?string $mpn, ?string $name): ?Listing
    {
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
        return Listing::query()->where('is_draft', false);
    }
}
