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
        self::notify(['workspace' => $workspaceId, 'topic' => $topic->value, 'ids' => count($ids) > 100 ? [] : $ids]);
    }

    /** Ends the streams of a person; windows where they are still signed in open theirs again. */
    public static function signedOut(int $personId): void
    {
        self::notify(['signed_out' => (string) $personId]);
    }

    /** @param  array<string, mixed>  $message */
    private static function notify(array $message): void
    {
        DB::select('SELECT pg_notify(?, ?)', [self::CHANNEL, json_encode($message, JSON_THROW_ON_ERROR)]);
    }
}
