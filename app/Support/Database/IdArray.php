<?php

declare(strict_types=1);

namespace App\Support\Database;

/**
 * Many ids as one value for = ANY(?): a list with hundreds of places would have to be read and planned anew by the
 * database each time.
 */
final readonly class IdArray
{
    /** @param  array<int>  $ids */
    public static function of(array $ids): string
    {
        return '{'.implode(',', $ids).'}';
    }
}
