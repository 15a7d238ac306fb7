<?php

declare(strict_types=1);

namespace App\Support\Database;

use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/**
 * A row that several people edit. Each edit counts its revision up; what programs write to it by themselves does not.
 *
 * @property int $revision
 */
trait CountsEdits
{
    /**
     * Fills in what someone wants; the row is locked by the caller, and saved by it.
     *
     * @param  array<string, mixed>  $wanted
     * @param  int|null  $seen  the revision that was edited; null: whatever it is
     *
     * @throws ConflictHttpException if it was edited since
     */
    public function edit(array $wanted, ?int $seen): void
    {
        if ($seen !== null && $seen !== $this->revision) {
            throw new ConflictHttpException('Someone else saved changes while you were editing.');
        }
        $this->fill($wanted);
        if ($this->isDirty()) {
            $this->revision++;
        }
    }
}
