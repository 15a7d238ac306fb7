<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\BatchState;
use App\Catalogue\Edits\BulkEdits;
use App\Catalogue\Edits\EditBatch;
use App\Catalogue\Jobs\WorkBatchJob;
use App\Catalogue\Models\Batch;
use App\Catalogue\Models\Import;
use App\Support\Messages\Message;
use Illuminate\Validation\ValidationException;

/** Begins to work out a change to many listings; nothing is changed yet. What is small is worked out at once. */
final readonly class StartBatch
{
    public const AT_ONCE = 500;

    public function __construct(private BulkEdits $edits)
    {
    }

    /**
     * @param  array<string, mixed>  $wanted  what the edit asks for
     * @param  list<int>|null  $listings  null = all that the filter finds
     * @param  array<string, mixed>  $filter
     *
     * @throws ValidationException
     */
    public function edit(
        Workspace $workspace,
        string $name,
        array $wanted,
        ?array $listings,
        array $filter,
        ?int $userId,
    ): Batch {
        $edit = $this->edits->of($name);
        $title = $edit->check($workspace, $wanted);
        $spec = ['wanted' => $wanted, ...$listings === null ? ['filter' => $filter] : ['listings' => $listings]];
        $from = $wanted['effective_from'] ?? null;
        $batch = new Batch([
            'kind' => $name,
            'title' => $title,
            'spec' => [...$spec, ...$from === null ? [] : ['effective_from' => $from]],
            'state' => BatchState::Planning,
            'user_id' => $userId,
            'workspace_id' => $workspace->id,
        ]);
        $batch->total = (new EditBatch($edit))->count($batch);
        if ($batch->total === 0) {
            throw ValidationException::withMessages(['listings' => Message::of('batch_nothing_chosen')]);
        }

        return $this->begin($batch);
    }

    /**
     * @param  array{
     *     columns: array<string, int|null>,
     *     channel: int|null,
     *     supplier?: string|null,
     *     effective_from?: string|null,
     * }  $spec
     * @param  string  $kind  what the file brings in: products and listings, or what another part makes of it
     */
    public function import(Import $import, array $spec, ?int $userId, string $kind = 'import'): Batch
    {
        return $this->begin(
            new Batch([
                'kind' => $kind,
                'title' => Message::quoting($import->file_name),
                'spec' => array_filter($spec, fn (mixed $value) => $value !== null),
                'state' => BatchState::Planning,
                'total' => $import->layout['rows'],
                'user_id' => $userId,
                'import_id' => $import->id,
                'workspace_id' => $import->workspace_id,
            ]),
        );
    }

    /** @param  array<string, mixed>  $fields  of a new product or draft */
    public function product(Workspace $workspace, array $fields, ?int $userId): Batch
    {
        return $this->begin(
            new Batch([
                'kind' => 'new_product',
                'title' => Message::of(
                    'edit_new_product',
                    title: mb_substr((string) ($fields['title'] ?? $fields['sku']), 0, 200),
                ),
                'spec' => ['fields' => $fields],
                'state' => BatchState::Planning,
                'total' => 1,
                'user_id' => $userId,
                'workspace_id' => $workspace->id,
            ]),
        );
    }

    private function begin(Batch $batch): Batch
    {
        $batch->save();
        self::work($batch);

        return $batch->refresh();
    }

    public static function work(Batch $batch): void
    {
        $batch->total <= self::AT_ONCE
            ? WorkBatchJob::dispatchSync($batch->workspace_id, $batch->id)
            : WorkBatchJob::dispatch($batch->workspace_id, $batch->id);
    }
}
