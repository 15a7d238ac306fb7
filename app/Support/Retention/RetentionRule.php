<?php

declare(strict_types=1);

namespace App\Support\Retention;

/** For how long the rows of one table are kept. */
final readonly class RetentionRule
{
    /**
     * @param  string  $what  for people
     * @param  string  $column  or SQL expression that tells how old a row is
     * @param  int  $days  from 1
     * @param  bool  $isMonthly  whether the table is partitioned by month, and whole months are dropped
     * @param  string|null  $unless  SQL: what is true of rows that stay whatever their age
     */
    private function __construct(
        public string $table,
        public string $what,
        public string $column,
        public int $days,
        public bool $isMonthly,
        public ?string $unless,
    ) {
    }

    /** @return list<self> as config/retention.php has them */
    public static function all(): array
    {
        $rules = [];
        /** @var array{what: string, column: string, days: int, monthly?: bool, unless?: string} $rule */
        foreach (config('retention') as $table => $rule) {
            $rules[] = new self(
                $table,
                $rule['what'],
                $rule['column'],
                max(1, $rule['days']),
                $rule['monthly'] ?? false,
                $rule['unless'] ?? null,
            );
        }

        return $rules;
    }
}
