<?php

declare(strict_types=1);

namespace App\Publishing\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/**
 * The changes of a run are being taken back, or were. It goes on after the last change that was looked at.
 *
 * @property int $run_id
 * @property int $workspace_id
 * @property int $user_id
 * @property bool $pause whether the listings are paused
 * @property int $last_change_id
 * @property int $total how many changes there are to be looked at
 * @property int $withdrawn never sent
 * @property int $returning of which the old price is sent
 * @property int $moved_on whose price has changed again since
 * @property int $left
 * @property CarbonImmutable $started_at
 * @property CarbonImmutable $advanced_at
 * @property CarbonImmutable|null $finished_at
 */
final class RunUndo extends Model
{
    use BelongsToWorkspace;

    public const COUNTS = ['withdrawn', 'returning', 'moved_on', 'left'];

    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = 'run_id';

    protected function casts(): array
    {
        return [
            'started_at' => 'immutable_datetime',
            'advanced_at' => 'immutable_datetime',
            'finished_at' => 'immutable_datetime',
        ];
    }

    /** @return Builder<PriceChange> those that are still to be looked at */
    public function remaining(): Builder
    {
        return PriceChange::query()
            ->where('run_id', $this->run_id)
            ->where('id', '>', $this->last_change_id)
            ->whereIn('state', ChangeState::CAN_BE_UNDONE);
    }
}
