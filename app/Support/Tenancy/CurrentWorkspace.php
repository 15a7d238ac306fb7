<?php

declare(strict_types=1);

namespace App\Support\Tenancy;

use LogicException;

/** Which workspace the running request or job works for. Every query on a workspace's tables is bound to it. */
final class CurrentWorkspace
{
    private ?int $id = null;

    /** @throws LogicException if none has been entered */
    public function id(): int
    {
        return $this->id ?? throw new LogicException('No workspace has been entered.');
    }

    public function enter(int $id): void
    {
        $this->id = $id;
    }

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     */
    public function within(int $id, callable $work): mixed
    {
        $before = $this->id;
        $this->id = $id;
        try {
            return $work();
        } finally {
            $this->id = $before;
        }
    }
}
