<?php

declare(strict_types=1);

namespace App\Support\Retention;

use App\Support\Database\MonthlyPartitions;
use App\Support\Schedule\Sweeper;

/**
 * Creates the partitions of the coming months. Asked often, as rows can be written again soon after a machine was off
 * for months.
 */
final readonly class CreateMonthsAhead implements Sweeper
{
    public function sweep(): void
    {
        foreach (RetentionRule::all() as $rule) {
            if ($rule->isMonthly) {
                MonthlyPartitions::createAhead($rule->table);
            }
        }
    }
}
