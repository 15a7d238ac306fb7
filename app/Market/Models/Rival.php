<?php

declare(strict_types=1);

namespace App\Market\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int|null $channel_id null: a shop of its own on the web
 * @property string $seller as rules name it; of a shop its host
 * @property string $name
 * @property int $workspace_id
 * @property int $listings of ours on which it is met, as far as that has been gathered; and so on, as GatherRivals has it
 * @property int $cheaper
 * @property int $dearer
 * @property string|null $difference_percent
 * @property string|null $cheaper_percent
 * @property int $buy_boxes
 * @property int $moves
 * @property int $reactions
 * @property int|null $reaction_seconds
 * @property CarbonImmutable|null $moved_at
 * @property CarbonImmutable|null $seen_at
 */
final class Rival extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected function casts(): array
    {
        return ['moved_at' => 'immutable_datetime', 'seen_at' => 'immutable_datetime'];
    }

    /** @return Builder<self> those who sell there, and those of the web */
    public static function onChannel(int $channelId): Builder
    {
        return self::query()->where(
            fn (Builder $any) => $any->where('channel_id', $channelId)->orWhereNull('channel_id'),
        );
    }
}
