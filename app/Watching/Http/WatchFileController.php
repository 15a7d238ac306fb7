<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Accounts\Models\User;
use App\Catalogue\Actions\StartBatch;
use App\Catalogue\Http\BatchResource;
use App\Catalogue\Imports\ImportColumns;
use App\Catalogue\Models\Import;
use App\Channels\Models\Channel;
use App\Support\Messages\Message;
use App\Watching\Imports\WatchColumns;
use App\Watching\Imports\WatchFile;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Files with pages to be watched. */
final readonly class WatchFileController
{
    #[OA\Get(
        path: '/api/v1/imports/{id}/watches',
        operationId: 'watchColumns',
        summary: 'Which column of a file looks like which field of pages to be watched',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string', format: 'uuid')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Field to column number',
                content: new OA\JsonContent(ref: '#/components/schemas/ImportColumns'),
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
        $import = Import::query()->findOrFail($id);

        return new JsonResponse(ImportColumns::guess($import->layout['header'], known: WatchColumns::NAMES));
    }

    #[OA\Post(
        path: '/api/v1/imports/{id}/watches',
        operationId: 'checkWatchFile',
        summary: 'Work out, row by row, which pages would be watched; nothing is changed yet',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string', format: 'uuid')),
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
                        property: 'channel',
                        description: 'For rows that do not name one.',
                        type: 'integer',
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
    public function check(string $id, Request $request, StartBatch $start, #[CurrentUser] User $user): JsonResponse
    {
        $import = Import::query()->findOrFail($id);
        $given = $request->validate([
            'columns' => ['required', 'array:'.implode(',', array_keys(WatchColumns::NAMES))],
            'columns.*' => ['nullable', 'integer', 'min:0'],
            'channel' => ['nullable', 'integer'],
        ]);
        $columns = array_map(fn (mixed $column) => $column === null ? null : (int) $column, $given['columns']);
        $import->checkColumns($columns);
        if (! isset($columns['url'])) {
            throw ValidationException::withMessages(['columns.url' => Message::of('import_address_column_missing')]);
        }
        $channel = isset($given['channel']) ? Channel::query()->findOrFail((int) $given['channel'])->id : null;
        $batch = $start->import($import, ['columns' => $columns, 'channel' => $channel], $user->id, WatchFile::KIND);

        return new JsonResponse(BatchResource::of($batch), 201);
    }
}
