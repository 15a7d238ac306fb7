<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Batches\RowWriter;
use App\Catalogue\Events\ListingsTouched;
use Illuminate\Support\Facades\DB;

/** Makes costs that were told for a later time the costs that hold, once that time has come. */
final readonly class TakeDueCosts
{
    /** @return int how many products have a new cost */
    public function handle(): int
    {
        return DB::transaction(function (): int {
            $columns = implode(', ', RowWriter::COSTS);
            $new = implode(', ', array_map(fn (string $column) => "due.{$column}", RowWriter::COSTS));
            DB::select('SELECT p.id FROM products p JOIN product_costs h ON h.product_id = p.id WHERE h.taken_at IS NULL AND h.effective_from <= now() ORDER BY p.id FOR UPDATE OF p');
            $taken = DB::select(<<<SQL
                UPDATE products p SET ({$columns}) = ROW({$new}), updated_at = now()
                FROM (SELECT DISTINCT ON (product_id) * FROM product_costs WHERE taken_at IS NULL AND effective_from <= now() ORDER BY product_id, effective_from DESC, id DESC) due
                WHERE p.id = due.product_id RETURNING p.id, p.workspace_id
                SQL);
            DB::update('UPDATE product_costs SET taken_at = now() WHERE taken_at IS NULL AND effective_from <= now()');
            foreach (collect($taken)->groupBy('workspace_id') as $workspace => $products) {
                $listings = [];
                foreach ($products->pluck('id')->chunk(1_000) as $chunk) {
                    array_push($listings, ...DB::table('listings')->where('workspace_id', $workspace)->whereIn('product_id', $chunk)->orderBy('id')->pluck('id')->all());
                }
                event(new ListingsTouched((int) $workspace, array_map(intval(...), $listings), 'costs'));
            }

            return count($taken);
        });
    }
}
