<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @property int $id
 * @property int $workspace_id
 * @property string $sku
 * @property string $title
 * @property string|null $brand
 * @property string|null $category
 * @property string|null $gtin
 * @property string|null $mpn the maker’s part number
 * @property int|null $supplier_id
 * @property int|null $cost_minor
 * @property string|null $cost_currency ISO 4217, of all its costs; null: that of the workspace
 * @property int $inbound_minor
 * @property int $packaging_minor
 * @property int $handling_minor
 * @property int $shipping_cost_minor what sending it costs us, where we send it
 * @property int|null $rrp_minor
 * @property int|null $map_minor
 * @property Supplier|null $supplier
 */
final class Product extends Model
{
    use BelongsToWorkspace;

    /** @return BelongsTo<Supplier, $this> */
    public function supplier(): BelongsTo
    {
        return $this->belongsTo(Supplier::class);
    }
}
