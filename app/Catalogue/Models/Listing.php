<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Accounts\Models\LimitTermsCast;
use App\Channels\Models\Channel;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Wrasse\Core\Trail\Reason;

/**
 * @property int $id
 * @property int $workspace_id
 * @property int $channel_id
 * @property int $product_id
 * @property string $sku
 * @property string $item_ref
 * @property string $title
 * @property string $condition
 * @property string $fulfilment
 * @property int $price_minor
 * @property int $shipping_minor
 * @property int|null $list_price_minor
 * @property int|null $stock
 * @property array{floor: list<array<string, string>>, ceiling: list<array<string, string>>} $limits
 * @property int|null $rule_id
 * @property string|null $assigned_by how it came to its rule: hand, filter or default
 * @property bool $is_compared held back from its rule to be compared with
 * @property bool $automation_on
 * @property bool $is_draft not published on its channel yet
 * @property CarbonImmutable|null $changed_elsewhere_at when it was paused because its price was changed past us
 * @property CarbonImmutable|null $last_changed_at
 * @property int $version
 * @property int|null $floor_minor
 * @property int|null $ceiling_minor
 * @property Reason|null $problem
 * @property int|null $profit_minor
 * @property string|null $margin_percent
 * @property string|null $markup_percent
 * @property int|null $rank
 * @property int $field_size
 * @property int|null $lowest_minor
 * @property bool $holds_buy_box
 * @property Product $product
 * @property Channel $channel
 */
final class Listing extends Model
{
    use BelongsToWorkspace;

    protected function casts(): array
    {
        return [
            'limits' => LimitTermsCast::class,
            'problem' => Reason::class,
            'automation_on' => 'bool',
            'is_draft' => 'bool',
            'holds_buy_box' => 'bool',
            'last_changed_at' => 'immutable_datetime',
            'changed_elsewhere_at' => 'immutable_datetime',
        ];
    }

    /**
     * Those of the workspace, or some of them; read plainly, as there may be a hundred thousand.
     *
     * @param  array<string, int>  $where  by column
     * @return list<int> rising
     */
    public static function ids(array $where = []): array
    {
        return array_values(self::query()->where($where)->orderBy('id')->toBase()->pluck('id')->all());
    }

    /** @return BelongsTo<Product, $this> */
    public function product(): BelongsTo
    {
        return $this->belongsTo(Product::class);
    }

    /** @return BelongsTo<Channel, $this> */
    public function channel(): BelongsTo
    {
        return $this->belongsTo(Channel::class);
    }
}
