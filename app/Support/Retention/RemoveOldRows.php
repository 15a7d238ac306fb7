<?php

declare(strict_types=1);

namespace App\Support\Retention;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Removes what has been kept for long enough, a few thousand rows at a time, so that nobody waits for it. */
final readonly class RemoveOldRows
{
    private const AT_ONCE = 5_000;

    /** @return int how many rows, or months */
    public function handle(RetentionRule $rule): int
    {
        return $rule->isMonthly ? $this->dropMonths($rule) : $this->deleteRows($rule);
    }

    private function deleteRows(RetentionRule $rule): int
    {
        $stays = $rule->unless === null ? 'false' : "({$rule->unless})";
        $atOnce = self::AT_ONCE;
        $removed = 0;
        do {
            $some = DB::delete(
                <<<SQL
                DELETE FROM {$rule->table} /* all workspaces */
                WHERE ctid = ANY(ARRAY(
                    SELECT ctid FROM {$rule->table}
                    WHERE {$rule->column} < ? AND ({$stays}) IS NOT TRUE
                    LIMIT {$atOnce}
                ))
                SQL,
                [CarbonImmutable::now()->subDays($rule->days)->toIso8601String()],
            );
            $removed += $some;
        } while ($some === self::AT_ONCE);

        return $removed;
    }

    /** A month goes when all of it is old enough. */
    private function dropMonths(RetentionRule $rule): int
    {
        $before = CarbonImmutable::now()->subDays($rule->days);
        $dropped = 0;
        foreach (self::months($rule->table) as $partition => $month) {
            if ($month->addMonth() <= $before) {
                DB::statement("DROP TABLE {$partition}");
                $dropped++;
            }
        }

        return $dropped;
    }

    /** @return array<string, CarbonImmutable> the first day of each month by the name of its partition, such as market_observations_2026_11 */
    private static function months(string $table): array
    {
        $partitions = DB::select(
            'SELECT inhrelid::regclass::text AS name FROM pg_inherits WHERE inhparent = ?::regclass',
            [$table],
        );
        $months = [];
        foreach ($partitions as $partition) {
            if (preg_match('/_(\d{4})_(\d{2})$/D', $partition->name, $part) === 1) {
                $months[$partition->name] =
                    CarbonImmutable::create((int) $part[1], (int) $part[2]) ?? CarbonImmutable::now();
            }
        }

        return $months;
    }
}
