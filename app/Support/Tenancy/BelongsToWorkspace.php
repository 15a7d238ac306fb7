<?php

declare(strict_types=1);

namespace App\Support\Tenancy;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/** The one place that keeps workspaces apart: reads are narrowed to the current one, new rows are given it. */
trait BelongsToWorkspace
{
    public static function bootBelongsToWorkspace(): void
    {
        static::addGlobalScope('workspace', function (Builder $query): void {
            $query->where($query->getModel()->qualifyColumn('workspace_id'), app(CurrentWorkspace::class)->id());
        });
        static::creating(function (Model $model): void {
            if ($model->getAttribute('workspace_id') === null) {
                $model->setAttribute('workspace_id', app(CurrentWorkspace::class)->id());
            }
        });
    }
}
