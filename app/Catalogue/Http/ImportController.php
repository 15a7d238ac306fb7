<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\User;
use App\Catalogue\Actions\CheckImport;
use App\Catalogue\Actions\KeepImport;
use App\Catalogue\Imports\UnreadableFile;
use App\Catalogue\Models\Import;
use App\Support\Messages\Message;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Files with products, costs and listings. */
final readonly class ImportController
{
    private const LARGEST_KB = 51_200;

    #[OA\Post(
        path: '/api/v1/imports',
        operationId: 'readFile',
        summary: 'Bring a file and see how it was read; nothing is changed yet',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\MediaType(
                mediaType: 'multipart/form-data',
                schema: new OA\Schema(
                    required: ['file'],
                    properties: [new OA\Property(property: 'file', type: 'string', format: 'binary')],
                ),
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'How it was read',
                content: new OA\JsonContent(ref: '#/components/schemas/Import'),
            ),
            new OA\Response(
                response: 422,
                description: 'Why it cannot be read',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(Request $request, KeepImport $keep): JsonResponse
    {
        $request->validate(
            ['file' => ['required', 'file', 'max:'.self::LARGEST_KB]],
            [
                'file.max' => Message::of('file_too_large')->stored(),
                'file.*' => Message::of('file_incomplete')->stored(),
            ],
        );
        /** @var UploadedFile $upload */
        $upload = $request->file('file');
        try {
            $import = $keep->handle($upload->getRealPath(), $upload->getClientOriginalName());
        } catch (UnreadableFile $e) {
            throw ValidationException::withMessages(['file' => $e->said()]);
        }

        return new JsonResponse(ImportResource::of($import), 201);
    }

    #[OA\Get(
        path: '/api/v1/imports/{id}',
        operationId: 'showImport',
        summary: 'How a file was read',
        tags: ['Catalogue'],
        parameters: [
            new OA\Parameter(
                name: 'id',
                in: 'path',
                required: true,
                schema: new OA\Schema(type: 'string', format: 'uuid'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'How it was read',
                content: new OA\JsonContent(ref: '#/components/schemas/Import'),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function show(string $id): JsonResponse
    {
        return new JsonResponse(ImportResource::of(Import::query()->findOrFail($id)));
    }

    #[OA\Post(
        path: '/api/v1/imports/{id}/check',
        operationId: 'checkImport',
        summary: 'Work out, row by row, what the file would change with these columns; nothing is changed yet',
        tags: ['Catalogue'],
        parameters: [
            new OA\Parameter(
                name: 'id',
                in: 'path',
                required: true,
                schema: new OA\Schema(type: 'string', format: 'uuid'),
            ),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['columns'],
                properties: [
                    new OA\Property(
                        property: 'columns',
                        description: 'Field to column number.',
                        ref: '#/components/schemas/ImportColumns',
                    ),
                    new OA\Property(
                        property: 'decimal',
                        description: 'The decimal separator, where the file does not show it.',
                        type: 'string',
                        nullable: true,
                        enum: ['.', ','],
                    ),
                    new OA\Property(
                        property: 'channel',
                        description: 'For rows that do not name one.',
                        type: 'integer',
                        nullable: true,
                    ),
                    new OA\Property(
                        property: 'currency',
                        description: 'What costs are in where no column says; else what the supplier invoices in.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(
                        property: 'supplier',
                        description: 'Whose file it is: its columns are remembered, and its products are that supplier’s.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(
                        property: 'effective_from',
                        description: 'From when the costs hold; now where nothing is said.',
                        type: 'string',
                        format: 'date',
                        nullable: true,
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'It is being worked out',
                content: new OA\JsonContent(ref: '#/components/schemas/Batch'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with the columns',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function check(
        CheckImportRequest $request,
        string $id,
        CheckImport $check,
        #[CurrentUser] User $user,
    ): JsonResponse {
        $batch = $check->handle(
            Import::query()->findOrFail($id),
            $request->columns(),
            $request->validated('decimal'),
            $request->channel(),
            $request->validated('supplier'),
            $request->validated('currency'),
            $request->validated('effective_from'),
            $user->id,
        );

        return new JsonResponse(BatchResource::of($batch), 201);
    }
}
