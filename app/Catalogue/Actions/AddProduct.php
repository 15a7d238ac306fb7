<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Imports\NewProduct;
use App\Catalogue\Imports\RefusedRow;
use App\Catalogue\Models\Batch;
use Illuminate\Validation\ValidationException;

/** Adds one product or draft that someone gives by hand. */
final readonly class AddProduct
{
    public function __construct(private StartBatch $start, private ApplyBatch $apply)
    {
    }

    /**
     * @param  array<string, mixed>  $fields  texts as people type them, by the names of ImportColumns
     *
     * @throws ValidationException if one of them cannot be taken, at that field
     */
    public function handle(Workspace $workspace, array $fields, ?int $userId): Batch
    {
        $fields = array_filter($fields, fn (mixed $value) => is_string($value) && trim($value) !== '');
        try {
            NewProduct::plan($workspace, $fields);
        } catch (RefusedRow $e) {
            throw ValidationException::withMessages([$e->field ?? 'sku' => $e->said()]);
        }

        return $this->apply->apply($this->start->product($workspace, $fields, $userId)->id, false);
    }
}
