<?php

declare(strict_types=1);

namespace App\Market\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int|null $channel_id null: a shop of its own on the web
 * @property string $seller as rules name it; of a shop its host
 * @property string $name
 */
final class Rival extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    /** @return Builder<self> those who sell there, and those of the web */
    public static function onChannel(int $channelId): Builder
    {
        return self::query()->where(
            fn (Builder $any) => $any->where('channel_id', $channelId)->orWhereNull('channel_id'),
        );
    }
}
