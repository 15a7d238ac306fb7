<?php

declare(strict_types=1);

namespace App\Support\Console;

use App\Support\Retention\RemoveOldRows;
use App\Support\Retention\RetentionRule;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Number;

final class RetentionCommand extends Command
{
    protected $signature = 'retention:run {--dry-run : show what is kept and how much room it takes, and remove nothing}';

    protected $description = 'Remove what has been kept for long enough, and show what takes how much';

    public function handle(RemoveOldRows $remove): int
    {
        $isDry = (bool) $this->option('dry-run');
        $rows = [];
        foreach (RetentionRule::all() as $rule) {
            $removed = $isDry ? null : $remove->handle($rule);
            $rows[] = [
                $rule->what,
                "{$rule->days} days",
                $removed === null ? '' : number_format($removed).($rule->isMonthly ? ' months' : ' rows'),
                Number::fileSize($this->bytes($rule->table), 1),
            ];
        }
        $this->table(['what', 'kept for', 'removed', 'takes'], $rows);

        return self::SUCCESS;
    }

    /** With indexes and partitions. */
    private function bytes(string $table): int
    {
        return (int) DB::scalar(
            <<<'SQL'
            SELECT coalesce(sum(pg_total_relation_size(relid)), pg_total_relation_size(?::regclass))
            FROM pg_partition_tree(?::regclass)
            SQL,
            [$table, $table],
        );
    }
}
