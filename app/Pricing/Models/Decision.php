<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @property int $id
 * @property int $listing_id
 * @property int $rule_version_id
 * @property int|null $run_id
 * @property string $cause
 * @property string $outcome
 * @property string $reason
 * @property int|null $price_minor
 * @property array<string, mixed> $input what it was made from
 * @property array<string, mixed> $result what the core said
 * @property CarbonImmutable $decided_at
 * @property RuleVersion $ruleVersion
 */
final class Decision extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected function casts(): array
    {
        return ['input' => 'array', 'result' => 'array', 'decided_at' => 'immutable_datetime'];
    }

    /** @return BelongsTo<RuleVersion, $this> */
    public function ruleVersion(): BelongsTo
    {
        return $this->belongsTo(RuleVersion::class);
    }
}
