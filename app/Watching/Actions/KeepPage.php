<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Channels\Outgoing\PageAnswer;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Keeps pages as they were, compressed; the same one once. */
final readonly class KeepPage
{
    /** @return string|null SHA-256 of it; null where there is nothing to keep */
    public function handle(int $workspaceId, PageAnswer $answer, CarbonImmutable $at): ?string
    {
        if ($answer->body === '' || $answer->status === 304) {
            return null;
        }
        $hash = hash('sha256', $answer->contentType."\0".$answer->body);
        $seenAt = $at->toIso8601String();
        $isKnown = DB::update('UPDATE stored_pages SET seen_at = ? WHERE workspace_id = ? AND hash = ?', [$seenAt, $workspaceId, $hash]);
        if ($isKnown === 0) {
            DB::insert(
                <<<'SQL'
                INSERT INTO stored_pages (workspace_id, hash, content_type, body, seen_at)
                VALUES (?, ?, ?, decode(?, 'base64'), ?)
                ON CONFLICT (workspace_id, hash) DO UPDATE SET seen_at = excluded.seen_at
                SQL,
                [
                    $workspaceId,
                    $hash,
                    mb_strimwidth($answer->contentType, 0, 200),
                    base64_encode((string) gzencode($answer->body, 6)),
                    $seenAt,
                ],
            );
        }

        return $hash;
    }
}
