<?php

declare(strict_types=1);

namespace App\Support\Retention;

use App\Support\Database\MonthlyPartitions;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Removes what has been kept for long enough, a few thousand rows at a time, so that nobody waits for it. */
final readonly class RemoveOldRows
{
    private const AT_ONCE = 5_000;

    /** @return int how many rows, or months */
    public function handle(RetentionRule $rule): int
    {
        return $rule->isMonthly ? $this->dropMonths($rule) : $this->deleteRows($rule, $rule->table);
    }

    private function deleteRows(RetentionRule $rule, string $table): int
    {
        $stays = $rule->unless === null ? 'false' : "({$rule->unless})";
        $atOnce = self::AT_ONCE;
        $removed = 0;
        do {
            $some = DB::delete(
                <<<SQL
                DELETE FROM {$table} /* all workspaces */
                WHERE ctid = ANY(ARRAY(
                    SELECT ctid FROM {$table} AS old
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

    private function dropMonths(RetentionRule $rule): int
    {
        $partitions = MonthlyPartitions::before($rule->table, CarbonImmutable::now()->subDays($rule->days));
        foreach ($partitions as $partition) {
            $rule->unless === null
                ? MonthlyPartitions::drop($partition)
                : MonthlyPartitions::dropExcept($rule->table, $partition, $rule->unless);
        }
        if ($rule->unless !== null) {
            $this->deleteRows($rule, MonthlyPartitions::earlier($rule->table));
        }

        return count($partitions);
    }
}
