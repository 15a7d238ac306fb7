<?php

declare(strict_types=1);

namespace App\Support\Tenancy;

use Throwable;

/** Does scheduled work for one workspace after the other. What goes wrong in one is reported and holds up no other. */
final readonly class EachWorkspace
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    /**
     * @param  iterable<int|string>  $workspaceIds
     * @param  callable(int): mixed  $work
     * @return bool whether it went well everywhere
     */
    public function run(iterable $workspaceIds, callable $work): bool
    {
        $isWell = true;
        foreach ($workspaceIds as $id) {
            try {
                $this->current->within((int) $id, fn () => $work((int) $id));
            } catch (Throwable $e) {
                report($e);
                $isWell = false;
            }
        }

        return $isWell;
    }
}
