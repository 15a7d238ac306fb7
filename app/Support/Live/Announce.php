<?php

declare(strict_types=1);

namespace App\Support\Live;

use Illuminate\Support\Facades\DB;

/** Tells open browser windows what changed. Written with the transaction: what is rolled back is not announced. */
final readonly class Announce
{
    public const CHANNEL = 'wrasse_live';

    /** @param  list<int>  $ids of what changed; beyond a hundred only the topic is told */
    public static function change(int $workspaceId, Topic $topic, array $ids = []): void
    {
        $message = ['workspace' => $workspaceId, 'topic' => $topic->value, 'ids' => count($ids) > 100 ? [] : $ids];
        DB::select('SELECT pg_notify(?, ?)', [self::CHANNEL, json_encode($message, JSON_THROW_ON_ERROR)]);
    }
}
