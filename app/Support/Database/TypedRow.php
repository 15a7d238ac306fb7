<?php

declare(strict_types=1);

namespace App\Support\Database;

/** What a query read, as an object with types: properties are named as the columns are. */
abstract class TypedRow
{
    /** @param  object|array<string, mixed>  $columns */
    public static function of(object|array $columns): static
    {
        $row = new static();
        foreach ($columns as $column => $value) {
            $row->{$column} = $value;
        }

        return $row;
    }

    final public function __construct()
    {
    }
}
