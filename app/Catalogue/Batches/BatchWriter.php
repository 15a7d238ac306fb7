<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

/** Makes what the rows of a batch say, or takes it back, within a transaction. */
interface BatchWriter
{
    /**
     * The next rows, at most so many.
     *
     * @return array{listings: list<int>, prices: array<int, int>, cursor: int}|null what was touched, prices in minor
     *     units that are to be published, by listing, and the last row's position; null when no row is left
     */
    public function next(int $most): ?array;
}
