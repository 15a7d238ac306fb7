<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Support\Messages\Message;
use Closure;
use Illuminate\Validation\ValidationException;

/** Something that can be done to many listings, or to the products behind them, at once. */
interface BulkEdit
{
    /** As it is called in the API. */
    public function name(): string;

    /** "product" or "listing": which of the two is changed. */
    public function part(): string;

    /** Whether floors may move by it. */
    public function movesFloors(): bool;

    /**
     * @param  array<string, mixed>  $wanted  as it was asked for
     * @return Message what it does, such as "Unit cost + 5 %"
     *
     * @throws ValidationException if it is not understood
     */
    public function check(Workspace $workspace, array $wanted): Message;

    /**
     * What it does with a listing and its product, as EditBatch reads them: columns before and after, or why it cannot
     * be done.
     *
     * @param  array<string, mixed>  $wanted  checked
     * @return Closure(EditRow): (array{before: array<string, mixed>, after: array<string, mixed>}|Message)
     */
    public function plan(Workspace $workspace, array $wanted): Closure;
}
