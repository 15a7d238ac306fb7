<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Support\Messages\Message;
use Closure;
use Illuminate\Support\Facades\Validator;

/** Says who supplies: {supplier}; null takes it away. */
final readonly class SetSupplier implements BulkEdit
{
    public function name(): string
    {
        return 'supplier';
    }

    public function part(): string
    {
        return 'product';
    }

    public function movesFloors(): bool
    {
        return true;
    }

    public function check(Workspace $workspace, array $wanted): Message
    {
        Validator::make($wanted, ['supplier' => ['present', 'nullable', 'string', 'max:255']])->validate();

        return ($wanted['supplier'] ?? '') === '' ? Message::of(
            'edit_no_supplier',
        ) : Message::of('edit_supplier', supplier: $wanted['supplier']);
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $supplier = trim((string) ($wanted['supplier'] ?? ''));

        return fn (EditRow $row) => [
            'before' => ['supplier' => $row->supplier],
            'after' => ['supplier' => $supplier === '' ? null : $supplier],
        ];
    }
}
