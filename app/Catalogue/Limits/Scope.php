<?php

declare(strict_types=1);

namespace App\Catalogue\Limits;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** What limits can be set for besides everything and a single listing, from the most general to the most specific. */
enum Scope: string
{
    case Channel = 'channel';
    case Supplier = 'supplier';
    case Category = 'category';
    case Brand = 'brand';
    case Product = 'product';

    /** The listings of that name, as l. */
    public function listings(string $name, int $workspaceId): Builder
    {
        return $this->narrow(DB::table('listings as l')->where('l.workspace_id', $workspaceId), $name, $workspaceId);
    }

    /** Narrows a query on listings (as l) to those of that name. */
    public function narrow(Builder $query, string $name, int $workspaceId): Builder
    {
        $products = fn (string $column) => fn (Builder $among) => $among
            ->select('id')
            ->from('products')
            ->where('workspace_id', $workspaceId)
            ->where($column, $name);

        return match ($this) {
            self::Channel => $query->whereIn(
                'l.channel_id',
                fn (Builder $among) => $among
                    ->select('id')
                    ->from('channels')
                    ->where('workspace_id', $workspaceId)
                    ->where('name', $name),
            ),
            self::Supplier => $query->whereIn(
                'l.product_id',
                fn (Builder $among) => $among
                    ->select('products.id')
                    ->from('products')
                    ->join('suppliers', 'suppliers.id', '=', 'supplier_id')
                    ->where('products.workspace_id', $workspaceId)
                    ->where('suppliers.name', $name),
            ),
            self::Category => $query->whereIn('l.product_id', $products('category')),
            self::Brand => $query->whereIn('l.product_id', $products('brand')),
            self::Product => $query->whereIn('l.product_id', $products('sku')),
        };
    }
}
