<?php

declare(strict_types=1);

namespace App\Support\Database;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Tables that grow for ever are partitioned by calendar month, so that old rows can be dropped whole. A partition is
 * named after its month, such as market_observations_2026_11.
 */
final readonly class MonthlyPartitions
{
    private const MONTHS_AHEAD = 3;

    /** @param  string  $day  any day of the month, YYYY-MM-DD */
    public static function create(string $table, string $day): void
    {
        DB::statement('SELECT create_monthly_partition(?, ?::date)', [$table, $day]);
    }

    /** Creates those of this month and the coming ones. */
    public static function createAhead(string $table): void
    {
        DB::statement(
            'SELECT create_monthly_partition(?, (?::date + make_interval(months => m))::date)
            FROM generate_series(0, ?) AS m',
            [$table, CarbonImmutable::now('UTC')->startOfMonth()->toDateString(), self::MONTHS_AHEAD],
        );
    }

    /** @return list<string> the names of those all of whose rows are older, oldest first */
    public static function before(string $table, CarbonImmutable $time): array
    {
        $partitions = DB::select(
            'SELECT inhrelid::regclass::text AS name FROM pg_inherits WHERE inhparent = ?::regclass ORDER BY 1',
            [$table],
        );

        return array_values(
            array_filter(
                array_column($partitions, 'name'),
                fn (string $name) => self::monthOf($name)?->addMonth()->lessThanOrEqualTo($time) ?? false,
            ),
        );
    }

    /** The partition of what was kept of dropped months. */
    public static function earlier(string $table): string
    {
        return "{$table}_earlier";
    }

    public static function drop(string $partition): void
    {
        DB::statement("DROP TABLE {$partition}");
    }

    /**
     * Drops the oldest partition but for some of its rows, which go to the one of earlier months.
     *
     * @param  string  $stays  SQL: true of rows, called "old" there, that are kept
     */
    public static function dropExcept(string $table, string $partition, string $stays): void
    {
        $earlier = self::earlier($table);
        $end = self::monthOf($partition)?->addMonth()->toDateString();
        DB::transaction(function () use ($table, $partition, $stays, $earlier, $end): void {
            DB::statement("ALTER TABLE {$table} DETACH PARTITION {$earlier}");
            DB::statement("INSERT INTO {$earlier} SELECT * FROM {$partition} AS old WHERE {$stays}");
            self::drop($partition);
            DB::statement("ALTER TABLE {$table} ATTACH PARTITION {$earlier} FOR VALUES FROM (MINVALUE) TO ('{$end}')");
        });
    }

    private static function monthOf(string $partition): ?CarbonImmutable
    {
        return preg_match('/_(\d{4})_(\d{2})$/D', $partition, $part) === 1
            ? CarbonImmutable::create((int) $part[1], (int) $part[2], 1, 0, 0, 0, 'UTC')
            : null;
    }
}
