<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Catalogue\Models\Batch;
use App\Support\Database\CopyRows;
use App\Support\Messages\Message;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** The rows of a batch as they are kept. */
final readonly class BatchRows
{
    public static function of(Batch $batch): Builder
    {
        return DB::table('batch_rows')->where('batch_id', $batch->id)->where('workspace_id', $batch->workspace_id);
    }

    /**
     * @param  list<PlannedRow>  $rows
     * @param  array<int, FloorEffect>  $effects
     */
    public static function add(Batch $batch, array $rows, array $effects): void
    {
        $position = (int) self::of($batch)->max('position');
        $json = fn (?array $value) => $value === null || $value === []
            ? null
            : json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
        $lines = [];
        foreach ($rows as $i => $row) {
            $effect = $effects[$i] ?? null;
            $lines[] = [
                'batch_id' => $batch->id,
                'workspace_id' => $batch->workspace_id,
                'position' => ++$position,
                'line' => $row->line,
                'sku' => $row->sku,
                'key' => $row->key,
                'product_id' => $row->productId,
                'listing_id' => $row->listingId,
                'verdict' => $row->verdict,
                'why' => $row->why?->stored(),
                'before' => $json($row->before),
                'after' => $json($row->after),
                'cells' => $json($row->cells),
                'floor_before' => $effect?->before,
                'floor_after' => $effect?->after,
                'floor_move' => $effect?->movePercent,
            ];
        }
        CopyRows::into('batch_rows', $lines);
    }

    /**
     * @param  array<int, Message>  $notes  by listing
     * @param  string|null  $state  what became of these rows, where that is something else than was written
     */
    public static function note(Batch $batch, array $notes, ?string $state = null): void
    {
        if ($notes !== []) {
            DB::update(
                <<<'SQL'
                    UPDATE batch_rows r
                    SET note = n.value, state = coalesce(?, r.state)
                    FROM jsonb_each_text(?) n
                    WHERE r.batch_id = ? AND r.workspace_id = ? AND r.listing_id = n.key::bigint
                    SQL,
                [
                    $state,
                    json_encode(array_map(fn (Message $note) => $note->stored(), $notes), JSON_THROW_ON_ERROR),
                    $batch->id,
                    $batch->workspace_id,
                ],
            );
        }
    }

    /**
     * How many rows there are of each verdict and of each outcome.
     *
     * @return array<string, int>
     */
    public static function counts(Batch $batch): array
    {
        $counts = [];
        foreach (
            self::of($batch)->selectRaw('verdict, state, count(*) AS many')->groupBy('verdict', 'state')->get() as $group
        ) {
            $counts[(string) $group->verdict] = ($counts[(string) $group->verdict] ?? 0) + (int) $group->many;
            if ($group->state !== null) {
                $counts[(string) $group->state] = ($counts[(string) $group->state] ?? 0) + (int) $group->many;
            }
        }

        return $counts;
    }
}
