<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Pricing\Times\RuleTimes;
use App\Support\Database\CountsEdits;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * @property int $id
 * @property int $workspace_id
 * @property string $name
 * @property bool $is_on
 * @property int|null $every_minutes
 * @property array<string, mixed> $times when it looks and may move prices, as RuleTimes reads it
 * @property int $stale_minutes a market seen longer ago is not acted on
 * @property array<string, mixed>|null $assigned filter of the listings that are kept on it
 * @property int $priority of several whose filters find a listing the highest has it
 * @property int|null $default_channel_id whose listings it has that no other has
 * @property int|null $only_listings so many of its listings are repriced, the others held back to compare
 * @property int|null $only_percent such a part of them
 * @property string $when_changed_elsewhere put_back or adopt: whether a price that someone set past us is put right or
 *     left, and the listing paused
 * @property CarbonImmutable|null $times_set_at since when its times hold; none before is made up for
 * @property CarbonImmutable|null $limited_since
 * @property CarbonImmutable|null $last_run_at
 * @property RuleVersion $latest
 */
final class Rule extends Model
{
    use BelongsToWorkspace;
    use CountsEdits;

    protected $attributes = [
        'revision' => 1,
        'times' => '{}',
        'every_minutes' => 15,
        'stale_minutes' => 1_440,
        'priority' => 0,
        'assigned' => null,
        'default_channel_id' => null,
        'only_listings' => null,
        'only_percent' => null,
        'limited_since' => null,
        'when_changed_elsewhere' => 'put_back',
    ];

    protected function casts(): array
    {
        return [
            'is_on' => 'bool',
            'last_run_at' => 'immutable_datetime',
            'times_set_at' => 'immutable_datetime',
            'limited_since' => 'immutable_datetime',
            'times' => 'array',
            'assigned' => 'array',
        ];
    }

    /** @param  string  $timeZone  of its workspace */
    public function times(string $timeZone): RuleTimes
    {
        return new RuleTimes($this->times, $this->every_minutes, $timeZone);
    }

    /** @return HasOne<RuleVersion, $this> */
    public function latest(): HasOne
    {
        return $this->hasOne(RuleVersion::class)->latestOfMany('number');
    }
}
