<?php

declare(strict_types=1);

namespace Demo;

use App\Accounts\Models\Workspace;
use Illuminate\Support\Facades\DB;
use RuntimeException;

/**
 * A database that was empty when demo or bench data were loaded into it, and is marked so. In any other there may be a
 * seller's listings, which must not have their rules switched off or rivals made up.
 */
final readonly class TrialDatabase
{
    private const MARK = 'Wrasse: demo and bench data only';

    /** @throws RuntimeException if it holds something else already */
    public static function claim(): void
    {
        if (! self::isMarked()) {
            if (Workspace::query()->exists()) {
                throw new RuntimeException(
                    'This database was not made for demo or bench data: it holds other workspaces. Nothing was changed. (bin/demo --fresh starts over.)',
                );
            }
            $name = DB::connection()->getDatabaseName();
            DB::statement('COMMENT ON DATABASE "'.str_replace('"', '""', $name)."\" IS '".self::MARK."'");
        }
    }

    /** @throws RuntimeException if it is not one */
    public static function check(): void
    {
        if (! self::isMarked()) {
            throw new RuntimeException('This database was not made for demo or bench data. Nothing was changed.');
        }
    }

    private static function isMarked(): bool
    {
        return DB::scalar(
            "SELECT shobj_description(oid, 'pg_database') FROM pg_database WHERE datname = current_database()",
        ) === self::MARK;
    }
}
