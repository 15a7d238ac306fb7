<?php

declare(strict_types=1);

namespace App\Support\Database;

use App\Support\Messages\Conflict;
use App\Support\Messages\Message;

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
     * @throws Conflict if it was edited since
     */
    public function edit(array $wanted, ?int $seen): void
    {
        if ($seen !== null && $seen !== $this->revision) {
            throw new Conflict(Message::of('conflict_saved'));
        }
        $this->fill($wanted);
        if ($this->isDirty()) {
            $this->revision++;
        }
    }
}
