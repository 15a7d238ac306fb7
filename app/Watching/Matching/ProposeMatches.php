<?php

declare(strict_types=1);

namespace App\Watching\Matching;

use App\Accounts\Models\Workspace;
use App\Support\Database\IdArray;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Watching\Gaps\AssignGaps;
use App\Watching\Models\MatchState;
use App\Watching\Models\Watch;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Matching\Matcher;
use Wrasse\Core\Matching\MatchReason;
use Wrasse\Core\Matching\MatchResult;
use Wrasse\Core\Matching\MatchVerdict;

/** Compares what other shops sell with our products, whichever of the two is new, and proposes what may be the same. */
final class ProposeMatches
{
    private const AT_ONCE = 200;

    /** Of one thing that another shop sells. */
    private const MOST_PERHAPS = 3;

    /** In hundredths: what is less like it than the best by more is not asked about. */
    private const PERHAPS_WITHIN = 15;

    private ?Matcher $matcher = null;

    public function __construct(
        private readonly CatalogueWords $words,
        private readonly MatchCandidates $candidates,
        private readonly ComparedProducts $products,
        private readonly DecideMatches $decide,
        private readonly AssignGaps $gaps,
    ) {
    }

    /** @return bool whether there is more to compare */
    public function handle(Workspace $workspace): bool
    {
        if ($this->matcher === null) {
            $this->words->refresh($workspace);
        }
        $matcher = $this->matcher ??= new Matcher(CatalogueWeights::ofCatalogue($workspace));

        return DB::transaction(function () use ($workspace, $matcher): bool {
            foreach (MatchSide::cases() as $side) {
                $ids = $this->unmatched($workspace->id, $side);
                if ($ids === []) {
                    continue;
                }
                $this->decide->acceptSure($workspace->id, $this->compare($workspace, $matcher, $side, $ids));
                DB::table($side->value)
                    ->where('workspace_id', $workspace->id)
                    ->whereIn($side->key(), $ids)
                    ->update(['matched_at' => CarbonImmutable::now()->format(Watch::TIME)]);

                return true;
            }

            return false;
        });
    }

    /** @return list<int> that nobody else has taken */
    private function unmatched(int $workspaceId, MatchSide $side): array
    {
        $key = $side->key();

        return array_values(
            DB::table($side->value)
                ->where('workspace_id', $workspaceId)
                ->whereNull('matched_at')
                ->orderBy($key)
                ->limit(self::AT_ONCE)
                ->lock('FOR UPDATE SKIP LOCKED')
                ->pluck($key)
                ->all(),
        );
    }

    /**
     * @param  list<int>  $ids
     * @return list<int> matches that are proposed as the same
     */
    private function compare(Workspace $workspace, Matcher $matcher, MatchSide $side, array $ids): array
    {
        $candidates = $this->candidates->find($workspace->id, $side, $ids);
        $others = array_values(array_unique(array_merge(...array_values($candidates))));
        [$ours, $theirs] = $side === MatchSide::Ours ? [$ids, $others] : [$others, $ids];
        $ours = $this->products->ours($matcher, $workspace->id, $ours);
        $theirs = $this->products->theirs($matcher, $workspace->id, $theirs);
        $results = [];
        foreach ($candidates as $id => $some) {
            foreach ($some as $other) {
                [$product, $siteProduct] = $side === MatchSide::Ours ? [$id, $other] : [$other, $id];
                $result = isset($ours[$product], $theirs[$siteProduct]) ? $matcher->compare($ours[$product], $theirs[$siteProduct]) : null;
                if ($result !== null) {
                    $results[$siteProduct][$product] = $result;
                }
            }
        }
        if ($side === MatchSide::Theirs) {
            $this->forget($workspace->id, $ids);
        }
        $same = $this->propose($workspace->id, $results);
        $this->gaps->handle($workspace, $side === MatchSide::Theirs ? $ids : $others);
        Announce::change($workspace->id, Topic::Watches);

        return $same;
    }

    /**
     * What nobody has decided on is judged anew.
     *
     * @param  list<int>  $siteProductIds
     */
    private function forget(int $workspaceId, array $siteProductIds): void
    {
        DB::delete(
            "DELETE FROM product_matches WHERE workspace_id = ? AND site_product_id = ANY(?) AND state = 'proposed'",
            [$workspaceId, IdArray::of($siteProductIds)],
        );
    }

    /**
     * Where something is surely the same, what only may be is not asked about; where nothing is like it, the most alike is kept for
     * whoever asks.
     *
     * @param  array<int, array<int, MatchResult>>  $results  by theirs and ours
     * @return list<int> those that are the same
     */
    private function propose(int $workspaceId, array $results): array
    {
        $rows = [];
        foreach ($results as $siteProduct => $byProduct) {
            uasort($byProduct, fn (MatchResult $a, MatchResult $b): int => $b->score <=> $a->score);
            $of = fn (MatchVerdict $verdict): array => array_filter($byProduct, fn (MatchResult $result): bool => $result->verdict === $verdict);
            $best = match (true) {
                $of(MatchVerdict::Same) !== [] => $of(MatchVerdict::Same),
                $of(MatchVerdict::Perhaps) !== [] => self::likely($of(MatchVerdict::Perhaps)),
                default => array_slice($byProduct, 0, 1, true),
            };
            foreach ($best as $product => $result) {
                $rows[] = [
                    'site_product_id' => $siteProduct,
                    'product_id' => $product,
                    'verdict' => $result->verdict->value,
                    'score' => (int) round($result->score * 100),
                    'reasons' => array_map(
                        fn (MatchReason $reason): array => [
                            'kind' => $reason->kind,
                            'agreement' => $reason->agreement->value,
                            'ours' => $reason->ours,
                            'theirs' => $reason->theirs,
                            'weight' => round($reason->weight, 2),
                        ],
                        $result->reasons,
                    ),
                ];
            }
        }
        $kept = $rows === [] ? [] : DB::select(
            <<<'SQL'
            INSERT INTO product_matches (workspace_id, site_product_id, product_id, site_id, verdict, score, reasons, proposed_at)
            SELECT ?, r.site_product_id, r.product_id, s.site_id, r.verdict, r.score, r.reasons, now()
            FROM jsonb_to_recordset(?::jsonb) AS r (site_product_id bigint, product_id bigint, verdict text, score smallint, reasons jsonb)
            JOIN site_products s ON s.id = r.site_product_id
            ON CONFLICT (site_product_id, product_id) DO UPDATE
                SET verdict = excluded.verdict, score = excluded.score, reasons = excluded.reasons
                WHERE product_matches.state = 'proposed'
            RETURNING id, verdict, state
            SQL,
            [$workspaceId, json_encode($rows, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)],
        );
        $same = array_filter($kept, fn (stdClass $row): bool => $row->verdict === MatchVerdict::Same->value && $row->state === MatchState::Proposed->value);

        return array_values(array_map(fn (stdClass $row): int => $row->id, $same));
    }

    /**
     * @param  non-empty-array<int, MatchResult>  $perhaps  the most alike first
     * @return array<int, MatchResult>
     */
    private static function likely(array $perhaps): array
    {
        $best = array_values($perhaps)[0]->score;

        return array_slice(
            array_filter($perhaps, fn (MatchResult $result): bool => ($best - $result->score) * 100 <= self::PERHAPS_WITHIN),
            0,
            self::MOST_PERHAPS,
            true,
        );
    }
}
