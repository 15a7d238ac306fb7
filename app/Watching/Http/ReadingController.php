<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Actions\StoredPages;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Wrasse\Core\Reading\Page\ShownPage;

/** What came of reading pages, and the pages themselves. */
final readonly class ReadingController
{
    private const RECENT = 100;

    /** Nothing in it runs, loads or sends; only we may frame it. */
    private const POLICY = "default-src 'none'; style-src 'unsafe-inline'; img-src data:; form-action 'none'; base-uri 'none'; "
        ."frame-ancestors 'self'; sandbox allow-same-origin";

    public function __construct(private CurrentWorkspace $current, private StoredPages $pages)
    {
    }

    #[OA\Get(
        path: '/api/v1/watches/{id}/readings',
        operationId: 'listReadings',
        summary: 'What came of reading a page, the latest first',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The last hundred',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Reading')),
            ),
        ],
    )]
    public function index(int $id): JsonResponse
    {
        $watch = Watch::query()->findOrFail($id);
        $rows = DB::table('readings as r')
            ->where('r.watch_id', $watch->id)
            ->where('r.workspace_id', $watch->workspace_id)
            ->orderByDesc('r.read_at')
            ->limit(self::RECENT)
            ->selectRaw(
                <<<'SQL'
                r.*, EXISTS (SELECT FROM stored_pages p WHERE p.workspace_id = r.workspace_id AND p.hash = r.page_hash) AS is_kept
                SQL,
            )
            ->get();

        return new JsonResponse($rows->map(ReadingResource::of(...)));
    }

    #[OA\Get(
        path: '/api/v1/readings/{id}/page',
        operationId: 'readingPage',
        summary: 'The page as it was, with marks on what was read; nothing in it runs or loads',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(response: 200, description: 'HTML', content: new OA\MediaType(mediaType: 'text/html')),
            new OA\Response(
                response: 404,
                description: 'It is not kept, or not any more',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function page(int $id): Response
    {
        $page = $this->pages->find($this->current->id(), $id) ?? throw new NotFoundHttpException();
        $site = Site::query()->findOrFail($page->site_id);
        $reading = $this->pages->read($site, $page, $site->recipe?->recipe());
        $places = $reading->trace?->places($reading) ?? [];

        return new Response(ShownPage::html(ShownPage::parse($page->html, $page->content_type), $places), 200, [
            'Content-Type' => 'text/html; charset=utf-8',
            'Content-Security-Policy' => self::POLICY,
            'Cross-Origin-Resource-Policy' => 'same-origin',
            'Cache-Control' => 'private, max-age=300',
        ]);
    }
}
