<?php

declare(strict_types=1);

namespace App\Watching\Matching;

use App\Accounts\Models\Workspace;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** In how many products of a workspace each word of their titles is: counted anew where it is old, or the catalogue is another. */
final readonly class CatalogueWords
{
    private const OLD_HOURS = 24;

    private const OTHER_PERCENT = 2;

    public function refresh(Workspace $workspace): void
    {
        $products = DB::table('product_texts')->where('workspace_id', $workspace->id)->count();
        $isOther = abs($products - $workspace->words_counted) * 100 > self::OTHER_PERCENT * max(1, $workspace->words_counted);
        if (! $isOther && $workspace->words_counted_at?->isAfter(now()->subHours(self::OLD_HOURS)) === true) {
            return;
        }
        DB::transaction(function () use ($workspace, $products): void {
            DB::select('SELECT pg_advisory_xact_lock(hashtext(?), ?)', ['catalogue words', $workspace->id]);
            DB::delete('DELETE FROM catalogue_words WHERE workspace_id = ?', [$workspace->id]);
            DB::insert(
                <<<'SQL'
                INSERT INTO catalogue_words (workspace_id, word, products)
                SELECT ?, word, ndoc FROM ts_stat('SELECT words FROM product_texts WHERE workspace_id = ' || ?::bigint)
                SQL,
                [$workspace->id, $workspace->id],
            );
            $workspace->words_counted = $products;
            $workspace->words_counted_at = CarbonImmutable::now();
            $workspace->save();
        });
    }
}
