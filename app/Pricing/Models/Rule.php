<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * @property int $id
 * @property int $workspace_id
 * @property string $name
 * @property bool $is_on
 * @property int $every_minutes
 * @property CarbonImmutable|null $last_run_at
 * @property RuleVersion $latest
 */
final class Rule extends Model
{
    use BelongsToWorkspace;

    protected function casts(): array
    {
        return ['is_on' => 'bool', 'last_run_at' => 'immutable_datetime'];
    }

    /** @return HasOne<RuleVersion, $this> */
    public function latest(): HasOne
    {
        return $this->hasOne(RuleVersion::class)->latestOfMany('number');
    }
}
