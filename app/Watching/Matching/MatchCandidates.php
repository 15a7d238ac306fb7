<?php

declare(strict_types=1);

namespace App\Watching\Matching;

use App\Support\Database\IdArray;
use Illuminate\Support\Facades\DB;

/**
 * What products may be the same as others, to be compared: those with the same GTIN or part number, those that share two
 * of the rarest words of the title, and where that finds none, those whose title is written much like it.
 */
final readonly class MatchCandidates
{
    private const MOST = 30;

    /** Of a title, by how rarely products of ours have them; any two of them make a candidate. */
    private const RARE_WORDS = 6;

    /** A word that hardly any product has is enough by itself. */
    private const ENOUGH_BY_ITSELF = 20;

    /** Pairs of words are taken, the rarest first, as long as so many products are to be expected in all. */
    private const EXPECTED = 200;

    /**
     * @param  MatchSide  $of  where the ids are
     * @param  list<int>  $ids
     * @param  MatchSide|null  $among  what is looked through; null: the other side
     * @param  int  $most  for each
     * @return array<int, list<int>> ids of that side by id, those that share most first
     */
    public function find(int $workspaceId, MatchSide $of, array $ids, ?MatchSide $among = null, int $most = self::MOST): array
    {
        $among ??= $of->other();
        $found = array_fill_keys($ids, []);
        foreach ([...$this->byNumber($workspaceId, $of, $ids, $among), ...$this->byWords($workspaceId, $of, $ids, $among)] as $row) {
            if ($of !== $among || $row->id !== $row->other) {
                $found[$row->id][$row->other] = (int) $row->other;
            }
        }
        $none = array_keys(array_filter($found, fn (array $others): bool => $others === []));
        foreach ($none === [] || $among === MatchSide::Theirs ? [] : $this->byTitle($workspaceId, $none) as $row) {
            $found[$row->id][$row->other] = (int) $row->other;
        }

        return array_map(fn (array $others): array => array_slice(array_values($others), 0, $most), $found);
    }

    /**
     * @param  list<int>  $ids
     * @return list<object{id: int, other: int}>
     */
    private function byNumber(int $workspaceId, MatchSide $of, array $ids, MatchSide $other): array
    {
        $key = $of->key();

        return DB::select(
            <<<SQL
            SELECT w.{$key} AS id, o.{$other->key()} AS other
            FROM {$of->value} w
            JOIN {$other->value} o ON o.workspace_id = ? AND o.code = w.code
            WHERE w.workspace_id = ? AND w.{$key} = ANY(?)
            UNION
            SELECT w.{$key}, o.{$other->key()}
            FROM {$of->value} w
            JOIN {$other->value} o ON o.workspace_id = ? AND o.part = w.part
            WHERE w.workspace_id = ? AND w.{$key} = ANY(?)
            SQL,
            [$workspaceId, $workspaceId, IdArray::of($ids), $workspaceId, $workspaceId, IdArray::of($ids)],
        );
    }

    /**
     * @param  list<int>  $ids
     * @return list<object{id: int, other: int}>
     */
    private function byWords(int $workspaceId, MatchSide $of, array $ids, MatchSide $other): array
    {
        $key = $of->key();
        [$rare, $alone, $most, $expected] = [self::RARE_WORDS, self::ENOUGH_BY_ITSELF, self::MOST, self::EXPECTED];
        $products = max(1, (int) DB::table('workspaces')->where('id', $workspaceId)->value('words_counted'));

        return DB::select(
            <<<SQL
            WITH rare AS (
                SELECT w.{$key} AS id, quote_literal(l.lexeme) AS word, coalesce(c.products, 1) AS products,
                    row_number() OVER (PARTITION BY w.{$key} ORDER BY coalesce(c.products, 1), length(l.lexeme) DESC, l.lexeme) AS place
                FROM {$of->value} w
                CROSS JOIN LATERAL unnest(w.words) AS l
                LEFT JOIN catalogue_words c ON c.workspace_id = ? AND c.word = l.lexeme
                WHERE w.workspace_id = ? AND w.{$key} = ANY(?) AND (c.word IS NOT NULL OR ?)
            ), pairs AS (
                SELECT a.id, a.word || ' & ' || b.word AS pair,
                    sum(a.products::numeric * b.products) OVER (PARTITION BY a.id ORDER BY a.products::numeric * b.products, a.place, b.place) AS expected
                FROM rare a
                JOIN rare b ON b.id = a.id AND b.place > a.place
                WHERE b.place <= {$rare}
            ), wanted AS (
                SELECT id, pair AS anyhow FROM pairs WHERE expected <= ? * {$expected}::numeric
                UNION ALL
                SELECT id, string_agg(word, ' & ') FROM rare WHERE place <= 3 GROUP BY id
                UNION ALL
                SELECT id, word FROM rare WHERE place = 1 AND products <= {$alone}
            ), queries AS (
                SELECT w.id, string_agg('(' || w.anyhow || ')', ' | ')::tsquery AS wanted, r.any_of
                FROM wanted w
                JOIN (SELECT id, string_agg(word, ' | ')::tsquery AS any_of FROM rare WHERE place <= {$rare} GROUP BY id) AS r ON r.id = w.id
                GROUP BY w.id, r.any_of
            )
            SELECT q.id, found.other
            FROM queries q
            CROSS JOIN LATERAL (
                SELECT o.{$other->key()} AS other, ts_rank(o.words, q.any_of) AS rank
                FROM {$other->value} o
                WHERE o.workspace_id = ? AND o.words @@ q.wanted
                ORDER BY 2 DESC, 1
                LIMIT {$most}
            ) AS found
            SQL,
            [$workspaceId, $workspaceId, IdArray::of($ids), $other === MatchSide::Theirs, $products, $workspaceId],
        );
    }

    /**
     * Ours by how their title is written, for slips and words that are joined elsewhere.
     *
     * @param  list<int>  $ids  of theirs
     * @return list<object{id: int, other: int}>
     */
    private function byTitle(int $workspaceId, array $ids): array
    {
        return DB::select(
            <<<'SQL'
            SELECT w.id, found.product_id AS other
            FROM site_products w
            CROSS JOIN LATERAL (
                SELECT o.product_id
                FROM product_texts o
                WHERE o.workspace_id = ? AND o.title % folded(w.title)
                ORDER BY similarity(o.title, folded(w.title)) DESC, o.product_id
                LIMIT 10
            ) AS found
            WHERE w.workspace_id = ? AND w.id = ANY(?)
            SQL,
            [$workspaceId, $workspaceId, IdArray::of($ids)],
        );
    }
}
