<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Catalogue\Events\Cause;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One pass over listings, with what set it off. Market events have none of their own: those of a rule within some
 * minutes are counted together, so that a brake can stop them.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int|null $rule_id
 * @property Cause $cause
 * @property RunState $state
 * @property string|null $key by which its parts find it
 * @property bool $is_told whether all its listings are known
 * @property int $total
 * @property int $done
 * @property int $moves how many prices change
 * @property int $big_moves how many of them by more than the brake allows
 * @property array<string, int> $outcomes
 * @property CarbonImmutable $started_at
 * @property Message|null $problem why it failed
 * @property CarbonImmutable|null $finished_at
 * @property int|null $resolved_by
 * @property CarbonImmutable|null $resolved_at
 * @property Rule|null $rule
 */
final class Run extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected $attributes = [
        'state' => 'released',
        'is_told' => true,
        'total' => 0,
        'done' => 0,
        'moves' => 0,
        'big_moves' => 0,
        'outcomes' => '{}',
        'finished_at' => null,
        'problem' => null,
    ];

    protected function casts(): array
    {
        return [
            'problem' => Message::class,
            'cause' => Cause::class,
            'state' => RunState::class,
            'is_told' => 'bool',
            'outcomes' => 'array',
            'started_at' => 'immutable_datetime',
            'finished_at' => 'immutable_datetime',
            'resolved_at' => 'immutable_datetime',
        ];
    }

    /** @return BelongsTo<Rule, $this> */
    public function rule(): BelongsTo
    {
        return $this->belongsTo(Rule::class);
    }

    /** @return list<int> runs of which nothing may be sent yet */
    public static function unsent(): array
    {
        return array_values(
            self::query()
                ->whereIn('state', [RunState::Deciding, RunState::Held])
                ->pluck('id')
                ->all(),
        );
    }
}
