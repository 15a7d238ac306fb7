<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Accounts\Models\User;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Never changed once written; the database sees to it.
 *
 * @property int $id
 * @property int $rule_id
 * @property int $number
 * @property array<string, mixed> $document
 * @property int|null $user_id
 * @property CarbonImmutable $created_at
 * @property Rule $rule
 * @property User|null $user
 */
final class RuleVersion extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected function casts(): array
    {
        return ['document' => 'array', 'created_at' => 'immutable_datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Rule, $this> */
    public function rule(): BelongsTo
    {
        return $this->belongsTo(Rule::class);
    }
}
