<?php

declare(strict_types=1);

namespace App\Watching\Gaps;

use App\Accounts\Models\Workspace;
use App\Support\Database\IdArray;
use App\Watching\Matching\CatalogueWeights;
use App\Watching\Matching\ComparedProducts;
use App\Watching\Matching\MatchCandidates;
use App\Watching\Matching\MatchSide;
use App\Watching\Models\MarketGap;
use App\Watching\Models\SiteProduct;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Matching\Matcher;
use Wrasse\Core\Matching\MatchVerdict;
use Wrasse\Core\Matching\ReadProduct;

/** Says of what other shops sell whether it is a gap: what may be ours, as far as that is shown, is none, and what is the same in two shops is one. */
final readonly class AssignGaps
{
    /** Others that share most with it. */
    private const COMPARED_WITH = 10;

    public function __construct(private MatchCandidates $candidates, private ComparedProducts $products)
    {
    }

    /** @param  list<int>  $ids  of what other shops sell, compared with our products already */
    public function handle(Workspace $workspace, array $ids): void
    {
        // One after the other: two shops that sell the same are not to become two gaps.
        DB::select('SELECT pg_advisory_xact_lock(hashtext(?), ?)', ['market gaps', $workspace->id]);
        DB::update(
            <<<'SQL'
            UPDATE site_products s
            SET gap_id = NULL
            WHERE s.workspace_id = ? AND s.id = ANY(?) AND s.gap_id IS NOT NULL AND EXISTS (
                SELECT 1 FROM product_matches m
                LEFT JOIN crawls c ON c.site_id = m.site_id
                WHERE m.site_product_id = s.id AND m.verdict <> 'different' AND m.state <> 'rejected'
                    AND (m.state = 'accepted' OR m.score >= coalesce(c.show_from, 0))
            )
            SQL,
            [$workspace->id, IdArray::of($ids)],
        );
        $new = SiteProduct::query()
            ->whereIn('id', $ids)
            ->whereNull('gap_id')
            ->whereRaw(
                <<<'SQL'
                NOT EXISTS (
                    SELECT 1 FROM product_matches m
                    LEFT JOIN crawls c ON c.site_id = m.site_id
                    WHERE m.site_product_id = site_products.id AND m.state <> 'rejected'
                        AND (m.state = 'accepted' OR m.verdict <> 'different' AND m.score >= coalesce(c.show_from, 0))
                )
                SQL,
            )
            ->orderBy('id')
            ->get();
        if ($new->isNotEmpty()) {
            $this->assign($workspace, $new);
        }
    }

    /** @param  Collection<int, SiteProduct>  $new */
    private function assign(Workspace $workspace, Collection $new): void
    {
        $candidates = $this->candidates->find($workspace->id, MatchSide::Theirs, array_values($new->modelKeys()), MatchSide::Theirs, self::COMPARED_WITH);
        $matcher = new Matcher(CatalogueWeights::ofCatalogue($workspace));
        $others = array_values(array_unique(array_merge($new->modelKeys(), ...array_values($candidates))));
        $read = $this->products->theirs($matcher, $workspace->id, $others);
        /** @var array<int, int> $gaps by what is in them */
        $gaps = SiteProduct::query()->whereIn('id', $others)->whereNotNull('gap_id')->pluck('gap_id', 'id')->all();
        foreach ($new as $product) {
            $gap = isset($read[$product->id]) ? $this->known($matcher, $read, $gaps, $product->id, $candidates[$product->id] ?? []) : null;
            $gaps[$product->id] = $gap ?? $this->make($product)->id;
            DB::update('UPDATE site_products SET gap_id = ? WHERE id = ? AND workspace_id = ?', [$gaps[$product->id], $product->id, $workspace->id]);
        }
    }

    /**
     * @param  array<int, ReadProduct>  $read
     * @param  array<int, int>  $gaps
     * @param  list<int>  $others
     */
    private function known(Matcher $matcher, array $read, array $gaps, int $id, array $others): ?int
    {
        foreach ($others as $other) {
            if (isset($gaps[$other], $read[$other]) && $matcher->compare($read[$id], $read[$other])->verdict === MatchVerdict::Same) {
                return $gaps[$other];
            }
        }

        return null;
    }

    private function make(SiteProduct $product): MarketGap
    {
        $gap = new MarketGap();
        $gap->title = $product->title;
        $gap->brand = $product->brand;
        $gap->gtin = $product->gtin;
        $gap->mpn = $product->mpn;
        $gap->save();

        return $gap;
    }
}
