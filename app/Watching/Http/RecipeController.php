<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Http\IdList;
use App\Support\Messages\Message;
use App\Watching\Actions\StoredPages;
use App\Watching\Models\Site;
use App\Watching\Models\SiteRecipe;
use App\Watching\Recipes\RecipeBench;
use App\Watching\Recipes\RecipeCheck;
use App\Watching\Recipes\RecipeVersion;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Wrasse\Core\Document\InvalidDocument;

/** How the pages of a site are read. */
final readonly class RecipeController
{
    private const FIELDS = ['price', 'old_price', 'member_price', 'name', 'availability', 'promotion', 'shipping', 'gtin'];

    private const MOST_BESIDE = 4;

    public function __construct(private RecipeBench $bench)
    {
    }

    #[OA\Get(
        path: '/api/v1/sites/{id}/recipes',
        operationId: 'listRecipes',
        summary: 'The versions of the recipe of a site',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The latest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/RecipeVersion')),
            ),
        ],
    )]
    public function index(int $id): JsonResponse
    {
        $site = Site::query()->findOrFail($id);

        return new JsonResponse(
            SiteRecipe::query()->where('site_id', $site->id)->orderByDesc('number')->get()->map(RecipeVersion::of(...)),
        );
    }

    #[OA\Post(
        path: '/api/v1/sites/{id}/recipe/steps',
        operationId: 'stepRecipe',
        summary: 'See what each step of a recipe makes of some pages; nothing is changed',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['recipe', 'readings'],
                properties: [
                    new OA\Property(property: 'recipe', type: 'object'),
                    new OA\Property(
                        property: 'readings',
                        description: 'Whose pages they are.',
                        type: 'array',
                        maxItems: self::MOST_BESIDE,
                        items: new OA\Items(type: 'integer'),
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Those that are kept',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/SteppedPage')),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with the recipe, and where',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function steps(int $id, Request $request): JsonResponse
    {
        $site = Site::query()->findOrFail($id);
        $request->validate(['readings' => ['required', new IdList(self::MOST_BESIDE)]]);
        $readings = array_values(array_map(intval(...), $request->array('readings')));

        return new JsonResponse($this->understood(fn (): array => $this->bench->steps($site, self::recipe($request), $readings)));
    }

    #[OA\Post(
        path: '/api/v1/sites/{id}/recipe/suggest',
        operationId: 'suggestRecipe',
        summary: 'Make a recipe from an element that was pointed at, and try it on all pages that are kept',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['reading', 'element', 'field'],
                properties: [
                    new OA\Property(property: 'reading', description: 'Whose page it is.', type: 'integer'),
                    new OA\Property(property: 'element', description: 'Its data-wrasse-n.', type: 'integer'),
                    new OA\Property(property: 'field', type: 'string', enum: self::FIELDS),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The recipe, and what it reads',
                content: new OA\JsonContent(ref: '#/components/schemas/SuggestedRecipe'),
            ),
            new OA\Response(
                response: 404,
                description: 'The page is not kept any more, or has no such element',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function suggest(int $id, Request $request, StoredPages $pages): JsonResponse
    {
        /** @var array{reading: int, element: int, field: value-of<self::FIELDS>} $given */
        $given = $request->validate([
            'reading' => ['required', 'integer'],
            'element' => ['required', 'integer', 'min:0'],
            'field' => ['required', Rule::in(self::FIELDS)],
        ]);
        $site = Site::query()->with('recipe')->findOrFail($id);
        $page = $pages->find($site->workspace_id, $given['reading']);
        if ($page === null || $page->site_id !== $site->id) {
            throw new NotFoundHttpException();
        }
        $document = $this->bench->suggest($site, $page, $given['element'], $given['field']);
        if ($document === null) {
            throw new NotFoundHttpException();
        }

        return new JsonResponse(new SuggestedRecipe($document, $this->bench->check($site, $document)));
    }

    #[OA\Post(
        path: '/api/v1/sites/{id}/recipe/check',
        operationId: 'checkRecipe',
        summary: 'Try a recipe on all pages of the site that are kept; nothing is changed',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['recipe'],
                properties: [new OA\Property(property: 'recipe', type: 'object')],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'What it reads',
                content: new OA\JsonContent(ref: '#/components/schemas/RecipeCheck'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with the recipe, and where',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function check(int $id, Request $request): JsonResponse
    {
        $site = Site::query()->findOrFail($id);

        return new JsonResponse($this->understood(fn (): RecipeCheck => $this->bench->check($site, self::recipe($request))));
    }

    #[OA\Put(
        path: '/api/v1/sites/{id}/recipe',
        operationId: 'saveRecipe',
        summary: 'Read the pages of the site by a recipe; null: without one',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['recipe'],
                properties: [new OA\Property(property: 'recipe', type: 'object', nullable: true)],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Its pages are read again',
                content: new OA\JsonContent(ref: '#/components/schemas/Site'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with the recipe, and where',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function saveRecipe(int $id, Request $request): JsonResponse
    {
        $site = Site::query()->findOrFail($id);
        $document = $request->input('recipe') === null ? null : self::recipe($request);

        $saved = $this->understood(fn (): Site => $this->bench->save($site, $document, $request->user()?->name));
        $saved->loadMissing(['webHost', 'recipe']);

        return new JsonResponse(
            SiteResource::of($saved, SiteCounts::all($saved->workspace_id)[$saved->id] ?? SiteCounts::none()),
        );
    }

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     *
     * @throws ValidationException
     */
    private function understood(callable $work): mixed
    {
        try {
            return $work();
        } catch (InvalidDocument $e) {
            throw ValidationException::withMessages(['recipe' => Message::quoting($e->getMessage())]);
        }
    }

    /** @return array<string, mixed> */
    private static function recipe(Request $request): array
    {
        $request->validate(['recipe' => ['required', 'array']]);

        /** @var array<string, mixed> */
        return $request->input('recipe');
    }
}
