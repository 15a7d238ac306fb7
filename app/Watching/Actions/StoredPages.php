<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Page\PageReader;
use Wrasse\Core\Reading\Page\PageReading;
use Wrasse\Core\Reading\Recipe\Recipe;

/** Reads pages again as they were kept. */
final readonly class StoredPages
{
    public function __construct(private PageReader $reader)
    {
    }

    /** @return stdClass|null with content_type, html, url, watch_id, read_at; null where it is not kept any more */
    public function find(int $workspaceId, int $reading): ?stdClass
    {
        $row = DB::table('readings as r')
            ->join('stored_pages as p', fn ($join) => $join->on('p.workspace_id', '=', 'r.workspace_id')->on('p.hash', '=', 'r.page_hash'))
            ->join('watches as w', 'w.id', '=', 'r.watch_id')
            ->where('r.workspace_id', $workspaceId)
            ->where('r.id', $reading)
            ->selectRaw("p.content_type, encode(p.body, 'base64') AS body, w.url, w.variant, w.site_id, r.watch_id, r.read_at")
            ->first();

        return self::unpacked($row);
    }

    /** @return list<stdClass> the last page that is kept of each watch of a site, as find() gives them, with its reading */
    public function lastOfSite(Site $site, int $most): array
    {
        $rows = DB::select(
            <<<'SQL'
            SELECT w.id AS watch_id, w.url, w.variant, w.site_id, last.id AS reading, last.read_at, last.document,
                p.content_type, encode(p.body, 'base64') AS body
            FROM watches w
            CROSS JOIN LATERAL (
                SELECT r.id, r.read_at, r.page_hash, r.document
                FROM readings r
                WHERE r.watch_id = w.id AND r.page_hash IS NOT NULL AND r.document IS NOT NULL
                ORDER BY r.read_at DESC
                LIMIT 1
            ) AS last
            JOIN stored_pages p ON p.workspace_id = w.workspace_id AND p.hash = last.page_hash
            WHERE w.workspace_id = ? AND w.site_id = ?
            ORDER BY last.read_at DESC
            LIMIT ?
            SQL,
            [$site->workspace_id, $site->id, $most],
        );

        return array_values(array_filter(array_map(self::unpacked(...), $rows)));
    }

    /** @param  stdClass  $page  as find() gives it */
    public function read(Site $site, stdClass $page, ?Recipe $recipe): PageReading
    {
        return $this->reader->read(
            $page->html,
            $page->content_type,
            $page->url,
            $site->currency === null ? null : Currency::of($site->currency),
            variant: $page->variant,
            recipe: $recipe,
        );
    }

    private static function unpacked(?stdClass $row): ?stdClass
    {
        if ($row === null) {
            return null;
        }
        $row->html = (string) gzdecode((string) base64_decode((string) $row->body, true));
        unset($row->body);

        return $row;
    }
}
