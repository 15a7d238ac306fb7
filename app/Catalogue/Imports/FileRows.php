<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Catalogue\Models\Import;
use Generator;

/** The rows of a file, some at a time, without beginning anew each time. */
final class FileRows
{
    /** @var Generator<int, list<string>>|null the rows of the file, as far as they have been read */
    private ?Generator $rows = null;

    private int $at = 0;

    /**
     * @param  int  $after  how many come before them
     * @return array<int, list<string>> by line
     */
    public function next(Import $import, int $after, int $most): array
    {
        if ($this->rows === null || $this->at !== $after) {
            $this->rows = $import->file()->rows();
            $this->at = 0;
        }
        $records = [];
        while ($this->rows->valid() && count($records) < $most) {
            if ($this->at >= $after) {
                $records[$this->rows->key()] = $this->rows->current();
            }
            $this->at++;
            $this->rows->next();
        }

        return $records;
    }
}
