<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Events\Cause;
use App\Catalogue\Listings\ListingFilter;
use App\Pricing\Models\Rule;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Illuminate\Support\Facades\DB;

/**
 * Puts listings on rules: first those that someone put there by hand stay, then the rule of the highest priority whose
 * filter finds a listing has it, then the default of its channel. Of a rule that is limited to some of its listings the
 * others are held back, to compare.
 */
final readonly class AssignRules
{
    /** With the number of the workspace, of the lock that keeps two from assigning at once. */
    private const LOCK = 4_711;

    public function __construct(private StartRun $start)
    {
    }

    /** @return int how many listings came on another rule, or were let in or held back */
    public function handle(int $workspaceId): int
    {
        return DB::transaction(function () use ($workspaceId): int {
            DB::select('SELECT pg_advisory_xact_lock(?, ?)', [self::LOCK, $workspaceId]);
            $rules = Rule::query()->orderByDesc('priority')->orderBy('id')->get();
            $changed = [
                ...$this->assign($workspaceId, array_values($rules->all())),
                ...$this->limit($workspaceId, array_values($rules->all())),
            ];
            $changed = array_values(array_unique($changed));
            sort($changed);
            if ($changed !== []) {
                $this->start->over($workspaceId, $changed, Cause::Rule);
                foreach ([Topic::Listings, Topic::Rules] as $topic) {
                    Announce::change($workspaceId, $topic);
                }
            }

            return count($changed);
        });
    }

    /**
     * @param  list<Rule>  $rules  the first that fits counts
     * @return list<int>
     */
    private function assign(int $workspaceId, array $rules): array
    {
        DB::statement(
            <<<'SQL'
            CREATE TEMP TABLE wanted_rules (listing_id bigint PRIMARY KEY, rule_id bigint NOT NULL,
                assigned_by text NOT NULL) ON COMMIT DROP
            SQL,
        );
        foreach ($rules as $rule) {
            if ($rule->assigned !== null) {
                $found = (new ListingFilter($rule->assigned))->apply(
                    DB::table('listings as l')->where('l.workspace_id', $workspaceId),
                    $workspaceId,
                );
                DB::table('wanted_rules')->insertOrIgnoreUsing(
                    ['listing_id', 'rule_id', 'assigned_by'],
                    $found->selectRaw("l.id, {$rule->id}, 'filter'"),
                );
            }
        }
        foreach ($rules as $rule) {
            if ($rule->default_channel_id !== null) {
                DB::table('wanted_rules')->insertOrIgnoreUsing(
                    ['listing_id', 'rule_id', 'assigned_by'],
                    DB::table('listings as l')
                        ->where('l.workspace_id', $workspaceId)
                        ->where('l.channel_id', $rule->default_channel_id)
                        ->selectRaw("l.id, {$rule->id}, 'default'"),
                );
            }
        }
        $moved = DB::select(
            <<<'SQL'
            UPDATE listings l
            SET rule_id = w.rule_id, assigned_by = w.assigned_by, version = l.version + 1, updated_at = now()
            FROM (
                SELECT o.id, w.rule_id, w.assigned_by
                FROM listings o
                LEFT JOIN wanted_rules w ON w.listing_id = o.id
                WHERE o.workspace_id = ?
                    AND o.assigned_by IS DISTINCT FROM 'hand'
                    AND (o.rule_id, o.assigned_by) IS DISTINCT FROM (w.rule_id, w.assigned_by)
                ORDER BY o.id
                FOR NO KEY UPDATE OF o
            ) w
            WHERE l.id = w.id
            RETURNING l.id
            SQL,
            [$workspaceId],
        );
        DB::statement('DROP TABLE wanted_rules');

        return array_map(intval(...), array_column($moved, 'id'));
    }

    /**
     * Which listings are held back follows from their numbers alone, so that it does not change from one time to the
     * next.
     *
     * @param  list<Rule>  $rules
     * @return list<int>
     */
    private function limit(int $workspaceId, array $rules): array
    {
        $changed = [];
        foreach ($rules as $rule) {
            $changed = [
                ...$changed,
                ...array_column(
                    DB::select(
                        <<<'SQL'
                        UPDATE listings l SET is_compared = c.is_compared, updated_at = now()
                        FROM (
                            SELECT id,
                                row_number() OVER (ORDER BY md5(id::text || ':' || rule_id::text))
                                > coalesce(?::int, ceil(count(*) OVER () * ?::numeric / 100), count(*) OVER ())
                                AS is_compared
                            FROM listings
                            WHERE workspace_id = ? AND rule_id = ?
                        ) c
                        WHERE l.id = c.id AND l.is_compared <> c.is_compared RETURNING l.id
                        SQL,
                        [$rule->only_listings, $rule->only_percent, $workspaceId, $rule->id],
                    ),
                    'id',
                ),
            ];
        }
        DB::update(
            'UPDATE listings SET is_compared = false WHERE workspace_id = ? AND is_compared AND rule_id IS NULL',
            [$workspaceId],
        );

        return array_map(intval(...), $changed);
    }
}
