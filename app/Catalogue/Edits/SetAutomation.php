<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Support\Messages\Message;
use Closure;
use Illuminate\Support\Facades\Validator;

/** Lets the rules reprice listings, or not: {on}. */
final readonly class SetAutomation implements BulkEdit
{
    public function name(): string
    {
        return 'automation';
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
        Validator::make($wanted, ['on' => ['required', 'boolean']])->validate();

        return $wanted['on'] ? Message::of('edit_resume') : Message::of('edit_pause');
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        return fn (EditRow $row) => [
            'before' => ['automation_on' => $row->automation_on],
            'after' => ['automation_on' => (bool) $wanted['on']],
        ];
    }
}
