<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Actions\ImportCosts;
use App\Catalogue\Imports\CostColumns;
use App\Catalogue\Imports\CsvFile;
use App\Catalogue\Imports\UnreadableFile;
use App\Catalogue\Models\Import;
use App\Catalogue\Models\Workspace;
use App\Support\Live\Announce;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

final readonly class ImportController
{
    private const LARGEST_KB = 20_480;

    public function __construct(private CurrentWorkspace $workspace)
    {
    }

    #[OA\Post(path: '/api/v1/imports', operationId: 'readCostFile', summary: 'Bring a cost file and see how it was read; nothing is changed yet', tags: ['Catalogue'],
        requestBody: new OA\RequestBody(required: true, content: new OA\MediaType(mediaType: 'multipart/form-data', schema: new OA\Schema(required: ['file'], properties: [
            new OA\Property(property: 'file', type: 'string', format: 'binary'),
        ]))),
        responses: [
            new OA\Response(response: 201, description: 'How it was read', content: new OA\JsonContent(ref: '#/components/schemas/Import')),
            new OA\Response(response: 422, description: 'Why it cannot be read', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ])]
    public function store(Request $request): JsonResponse
    {
        $request->validate(['file' => ['required', 'file', 'max:'.self::LARGEST_KB]], ['file.max' => 'The file is larger than 20 MB.', 'file.*' => 'The file did not arrive whole. Try again.']);
        /** @var UploadedFile $upload */
        $upload = $request->file('file');
        try {
            $file = CsvFile::open($upload->getRealPath());
        } catch (UnreadableFile $e) {
            throw ValidationException::withMessages(['file' => $e->getMessage()]);
        }
        $import = Import::query()->create([
            'id' => (string) Str::uuid7(), 'file_name' => mb_substr($upload->getClientOriginalName(), 0, 255),
            'layout' => ['delimiter' => $file->delimiter, 'encoding' => $file->encoding, 'header' => $file->header], 'result' => null, 'applied_at' => null,
        ]);
        File::ensureDirectoryExists(dirname($import->path()));
        $upload->move(dirname($import->path()), basename($import->path()));

        return new JsonResponse(ImportResource::of($import, $this->file($import)), 201);
    }

    #[OA\Post(path: '/api/v1/imports/{id}/apply', operationId: 'applyCostFile', summary: 'Take the file in with these columns', tags: ['Catalogue'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'string', format: 'uuid'))],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(required: ['columns'], properties: [
            new OA\Property(property: 'columns', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer', nullable: true)),
        ])),
        responses: [
            new OA\Response(response: 200, description: 'What was taken and what was not', content: new OA\JsonContent(ref: '#/components/schemas/Import')),
            new OA\Response(response: 422, description: 'What is wrong with the columns', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ])]
    public function apply(Request $request, string $id): JsonResponse
    {
        $request->validate(['columns' => ['required', 'array'], 'columns.*' => ['nullable', 'integer', 'min:0']]);
        $import = Import::query()->findOrFail($id);
        $columns = $this->columns((array) $request->input('columns'), count($import->layout['header']));
        DB::transaction(function () use ($id, $columns): void {
            $import = Import::query()->lockForUpdate()->findOrFail($id);
            if ($import->applied_at !== null) {
                throw new ConflictHttpException('This file has been taken in already.');
            }
            $workspace = Workspace::query()->findOrFail($this->workspace->id());
            $result = (new ImportCosts)->handle($workspace, $this->file($import), $columns);
            $import->fill(['result' => $result, 'applied_at' => now()])->save();
            Announce::change($workspace->id, 'listings');
        });
        $import->refresh();

        return new JsonResponse(ImportResource::of($import, $this->file($import)));
    }

    /**
     * @param  array<mixed>  $given
     * @return array<string, int|null>
     */
    private function columns(array $given, int $count): array
    {
        $columns = [];
        foreach (CostColumns::FIELDS as $field) {
            $column = isset($given[$field]) && is_numeric($given[$field]) ? (int) $given[$field] : null;
            if ($column !== null && $column >= $count) {
                throw ValidationException::withMessages(["columns.{$field}" => 'The file has no such column.']);
            }
            $columns[$field] = $column;
        }
        if ($columns['sku'] === null) {
            throw ValidationException::withMessages(['columns.sku' => 'Say which column holds the SKU.']);
        }

        return $columns;
    }

    private function file(Import $import): CsvFile
    {
        return CsvFile::withLayout($import->path(), $import->layout['encoding'], $import->layout['delimiter'], $import->layout['header']);
    }
}
