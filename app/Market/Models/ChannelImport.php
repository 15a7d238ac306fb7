<?php

declare(strict_types=1);

namespace App\Market\Models;

use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * How far reading a channel has got. There is a row as long as one is under way.
 *
 * @property int $channel_id
 * @property int $workspace_id
 * @property ImportStep $step
 * @property string|null $cursor where the step goes on; null at its beginning
 * @property int $done listings that the step has dealt with
 * @property int|null $total of them, where it is known
 * @property bool $is_first whether the channel is new: then all is read, later only its listings
 * @property Message|null $problem why it cannot go on at the moment
 * @property CarbonImmutable $due_at not to be gone on with before; moved ahead by whoever works on it
 * @property CarbonImmutable $started_at
 */
final class ChannelImport extends Model
{
    use BelongsToWorkspace;

    public const TIME = 'Y-m-d H:i:s.vP';

    protected $primaryKey = 'channel_id';

    public $incrementing = false;

    public $timestamps = false;

    protected $dateFormat = self::TIME;

    protected function casts(): array
    {
        return [
            'problem' => Message::class,
            'step' => ImportStep::class,
            'is_first' => 'bool',
            'due_at' => 'immutable_datetime',
            'started_at' => 'immutable_datetime',
        ];
    }
}
