<?php

declare(strict_types=1);

namespace App\Pricing\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Edits\BulkEdit;
use App\Catalogue\Edits\EditRow;
use App\Pricing\Models\Rule;
use App\Support\Messages\Message;
use Closure;
use Illuminate\Support\Facades\Validator;

/**
 * Puts listings on a rule by hand: {rule}; with null they have the one that a filter or their channel gives them, if
 * any.
 */
final readonly class SetRule implements BulkEdit
{
    public function name(): string
    {
        return 'rule';
    }

    public function part(): string
    {
        return 'listing';
    }

    public function movesFloors(): bool
    {
        return false;
    }

    public function check(Workspace $workspace, array $wanted): Message
    {
        Validator::make($wanted, ['rule' => ['present', 'nullable', 'integer']])->validate();

        return $wanted['rule'] === null
            ? Message::of('edit_no_rule')
            : Message::of('edit_rule', rule: Rule::query()->findOrFail((int) $wanted['rule'])->name);
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $rule = $wanted['rule'] === null ? null : (int) $wanted['rule'];

        $after = ['rule_id' => $rule, 'assigned_by' => $rule === null ? null : 'hand'];

        return fn (EditRow $row) => [
            'before' => ['rule_id' => $row->rule_id, 'assigned_by' => $row->assigned_by],
            'after' => $after,
        ];
    }
}
