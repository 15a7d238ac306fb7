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
    private const MOST = 50;

    /** Of a title, by how rarely products of ours have them; any two of them make a candidate. */
    private const RARE_WORDS = 6;

    /** A word that hardly any product has is enough by itself. */
    private const ENOUGH_BY_ITSELF = 20;

    /** Two words that so many have are not looked for: there would be thousands. */
    private const COMMON = 5_000;

    /**
     * @param  MatchSide  $of  where the ids are
     * @param  list<int>  $ids
     * @return array<int, list<int>> ids of the other side by id, at most 50 each, those that share most first
     */
    public function find(int $workspaceId, MatchSide $of, array $ids): array
    {
        $found = array_fill_keys($ids, []);
        foreach ([...$this->byNumber($workspaceId, $of, $ids), ...$this->byWords($workspaceId, $of, $ids)] as $row) {
            $found[$row->id][$row->other] = (int) $row->other;
        }
        $none = array_keys(array_filter($found, fn (array $others): bool => $others === []));
        foreach ($none === [] || $of === MatchSide::Ours ? [] : $this->byTitle($workspaceId, $none) as $row) {
            $found[$row->id][$row->other] = (int) $row->other;
        }

        return array_map(fn (array $others): array => array_slice(array_values($others), 0, self::MOST), $found);
    }

    /**
     * @param  list<int>  $ids
     * @return list<object{id: int, other: int}>
     */
    private function byNumber(int $workspaceId, MatchSide $of, array $ids): array
    {
        [$key, $other] = [$of->key(), $of->other()];

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
    private function byWords(int $workspaceId, MatchSide $of, array $ids): array
    {
        [$key, $other] = [$of->key(), $of->other()];
        [$rare, $alone, $common, $most] = [self::RARE_WORDS, self::ENOUGH_BY_ITSELF, self::COMMON, self::MOST];

        return DB::select(
            <<<SQL
            WITH rare AS (
                SELECT w.{$key} AS id, l.lexeme, coalesce(c.products, 0) AS products,
                    row_number() OVER (PARTITION BY w.{$key} ORDER BY coalesce(c.products, 0), length(l.lexeme) DESC, l.lexeme) AS place
                FROM {$of->value} w
                CROSS JOIN LATERAL unnest(w.words) AS l
                LEFT JOIN catalogue_words c ON c.workspace_id = ? AND c.word = l.lexeme
                WHERE w.workspace_id = ? AND w.{$key} = ANY(?) AND (c.word IS NOT NULL OR ?)
            ), queries AS (
                SELECT a.id,
                    string_agg(
                        CASE WHEN b.lexeme IS NOT NULL THEN quote_literal(a.lexeme) || ' & ' || quote_literal(b.lexeme) ELSE quote_literal(a.lexeme) END,
                        ' | '
                    )::tsquery AS wanted,
                    string_agg(DISTINCT quote_literal(a.lexeme), ' | ')::tsquery AS any_of
                FROM rare a
                LEFT JOIN rare b ON b.id = a.id AND b.place > a.place AND b.place <= {$rare} AND a.products < {$common}
                WHERE a.place <= {$rare} AND (b.lexeme IS NOT NULL OR a.products <= {$alone})
                GROUP BY a.id
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
            [$workspaceId, $workspaceId, IdArray::of($ids), $of === MatchSide::Ours, $workspaceId],
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
