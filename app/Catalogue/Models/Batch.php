<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Catalogue\Batches\BatchState;
use App\Catalogue\Events\Cause;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One change to many listings or products: worked out row by row, shown, made, and taken back if need be.
 *
 * @property string $id
 * @property int $workspace_id
 * @property int|null $user_id
 * @property string|null $import_id
 * @property string $kind
 * @property Message $title
 * @property array<string, mixed> $spec
 * @property BatchState $state
 * @property int $total how many rows are expected
 * @property int $done how many rows the present step has behind it
 * @property int $cursor how far working out has come
 * @property array<string, int> $counts by verdict, and by what became of the rows
 * @property array<string, int> $effect
 * @property Message|null $problem
 * @property CarbonImmutable|null $applied_at
 * @property CarbonImmutable|null $undone_at
 * @property CarbonImmutable $created_at
 * @property Import|null $import
 */
final class Batch extends Model
{
    use BelongsToWorkspace, HasUuids;

    /** Why its listings are decided on again. */
    private const CAUSES = [
        'import' => Cause::Costs,
        'product' => Cause::Costs,
        'new_product' => Cause::Costs,
        'cost' => Cause::Costs,
        'limits' => Cause::Limits,
        'supplier' => Cause::Supplier,
        'automation' => Cause::Automation,
        'price' => Cause::Price,
        'prices' => Cause::Price,
        'markup' => Cause::Markup,
        'rule' => Cause::Rule,
    ];

    protected $attributes = [
        'total' => 0,
        'done' => 0,
        'cursor' => 0,
        'counts' => '{}',
        'effect' => '{}',
        'problem' => null,
        'import_id' => null,
        'applied_at' => null,
        'undone_at' => null,
    ];

    protected function casts(): array
    {
        return [
            'problem' => Message::class,
            'title' => Message::class,
            'spec' => 'array',
            'counts' => 'array',
            'effect' => 'array',
            'state' => BatchState::class,
            'applied_at' => 'immutable_datetime',
            'undone_at' => 'immutable_datetime',
            'created_at' => 'immutable_datetime',
        ];
    }

    /** @return BelongsTo<Import, $this> */
    public function import(): BelongsTo
    {
        return $this->belongsTo(Import::class);
    }

    /** @param  array<string, mixed>  $values */
    public function move(array $values): void
    {
        $this->fill($values)->save();
        Announce::change($this->workspace_id, Topic::Batches);
    }

    public function cause(): Cause
    {
        return self::CAUSES[$this->kind];
    }
}
