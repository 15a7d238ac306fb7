<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int|null $rule_id
 * @property string $cause
 * @property int $total
 * @property int $done
 * @property CarbonImmutable $started_at
 * @property CarbonImmutable|null $finished_at
 */
final class Run extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected function casts(): array
    {
        return ['started_at' => 'immutable_datetime', 'finished_at' => 'immutable_datetime'];
    }
}
