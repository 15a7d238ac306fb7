<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Batches\RowWriter;
use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Models\Listing;
use App\Support\Database\IdArray;
use Illuminate\Support\Facades\DB;

/** Makes costs that were told for a later time the costs that hold, once that time has come. */
final readonly class TakeDueCosts
{
    /** @return list<int> workspaces in which some are due */
    public static function due(): array
    {
        return array_values(
            DB::table('product_costs')
                ->whereNull('taken_at')
                ->where('effective_from', '<=', now())
                ->distinct()
                ->orderBy('workspace_id')
                ->pluck('workspace_id')
                ->map(intval(...))
                ->all(),
        );
    }

    /**
     * Within the workspace.
     *
     * @return int how many products have a new cost
     */
    public function handle(int $workspaceId): int
    {
        return DB::transaction(function () use ($workspaceId): int {
            $columns = implode(', ', RowWriter::COSTS);
            $new = implode(', ', array_map(fn (string $column) => "due.{$column}", RowWriter::COSTS));
            DB::select(
                <<<'SQL'
                    SELECT p.id
                    FROM products p
                    JOIN product_costs h ON h.product_id = p.id
                    WHERE p.workspace_id = ? AND h.taken_at IS NULL AND h.effective_from <= now()
                    ORDER BY p.id FOR UPDATE OF p
                    SQL,
                [$workspaceId],
            );
            $taken = DB::select(
                <<<SQL
                UPDATE products p SET ({$columns}) = ROW({$new}), updated_at = now()
                FROM (
                    SELECT DISTINCT ON (product_id) * FROM product_costs
                    WHERE workspace_id = ?
                        AND taken_at IS NULL
                        AND effective_from <= now()
                    ORDER BY product_id, effective_from DESC, id DESC
                ) due
                WHERE p.id = due.product_id AND p.workspace_id = due.workspace_id RETURNING p.id
                SQL,
                [$workspaceId],
            );
            DB::update(
                <<<'SQL'
                    UPDATE product_costs
                    SET taken_at = now()
                    WHERE workspace_id = ? AND taken_at IS NULL AND effective_from <= now()
                    SQL,
                [$workspaceId],
            );
            $products = array_map(intval(...), array_column($taken, 'id'));
            $listings = Listing::query()
                ->whereRaw('product_id = ANY(?)', [IdArray::of($products)])
                ->orderBy('id')
                ->toBase()
                ->pluck('id')
                ->all();
            if ($listings !== []) {
                event(new ListingsTouched($workspaceId, array_map(intval(...), array_values($listings)), Cause::Costs));
            }

            return count($taken);
        });
    }
}
