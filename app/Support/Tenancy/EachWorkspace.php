<?php

declare(strict_types=1);

namespace App\Support\Tenancy;

use Illuminate\Database\Eloquent\Model;
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
            $isWell = $this->enter((int) $id, fn () => $work((int) $id)) && $isWell;
        }

        return $isWell;
    }

    /**
     * The same for rows of all workspaces, each in its own.
     *
     * @template T of Model
     *
     * @param  iterable<T>  $models  with workspace_id
     * @param  callable(T): mixed  $work
     */
    public function of(iterable $models, callable $work): bool
    {
        $isWell = true;
        foreach ($models as $model) {
            $isWell = $this->enter((int) $model->getAttribute('workspace_id'), fn () => $work($model)) && $isWell;
        }

        return $isWell;
    }

    /** @param  callable(): mixed  $work */
    private function enter(int $workspaceId, callable $work): bool
    {
        try {
            $this->current->within($workspaceId, $work(...));
        } catch (Throwable $e) {
            report($e);

            return false;
        }

        return true;
    }
}
