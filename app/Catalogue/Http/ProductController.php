<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\AddProduct;
use App\Catalogue\Imports\ImportColumns;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Products and drafts given one at a time. What is known of one is changed like that of many, as a batch. */
final readonly class ProductController
{
    #[OA\Post(
        path: '/api/v1/products',
        operationId: 'addProduct',
        summary: 'Add a product, with a channel also a draft listing of it; with the SKU of a known product, a draft of that',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(ref: '#/components/schemas/NewProduct'),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Added; it can be undone like a bulk change',
                content: new OA\JsonContent(ref: '#/components/schemas/Batch'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(Request $request, CurrentWorkspace $current, AddProduct $add, #[CurrentUser] User $user): JsonResponse
    {
        $fields = $request->validate(
            array_fill_keys(array_keys(ImportColumns::NAMES), ['sometimes', 'nullable', 'string', 'max:300']),
        );

        return new JsonResponse(
            BatchResource::of($add->handle(Workspace::query()->findOrFail($current->id()), $fields, $user->id)),
            201,
        );
    }
}
