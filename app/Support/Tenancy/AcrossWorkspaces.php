<?php

declare(strict_types=1);

namespace App\Support\Tenancy;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Query\Builder as QueryBuilder;
use Illuminate\Support\Facades\DB;

/**
 * For the few statements that are meant for the rows of all workspaces at once, such as finding what is due. They carry
 * a mark that tests look for.
 */
final readonly class AcrossWorkspaces
{
    private const MARK = 'true /* all workspaces */';

    /**
     * @template TModel of Model
     *
     * @param  class-string<TModel>  $model
     * @return Builder<TModel>
     */
    public static function query(string $model): Builder
    {
        return $model::query()->withoutGlobalScope('workspace')->whereRaw(self::MARK);
    }

    public static function table(string $table): QueryBuilder
    {
        return DB::table($table)->whereRaw(self::MARK);
    }
}
