<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Http\IdList;
use App\Support\Messages\Message;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Pages that were chosen by name, or all that match a filter but some. */
#[OA\Schema(
    schema: 'WatchSelection',
    description: 'Pages that were chosen by name, or all that match a filter but some.',
    required: [],
    properties: [
        new OA\Property(property: 'ids', description: 'Chosen by name.', type: 'array', items: new OA\Items(type: 'integer')),
        new OA\Property(
            property: 'filter',
            description: 'Instead of ids: all that match, but for those of “except”.',
            ref: '#/components/schemas/WatchFilter',
        ),
        new OA\Property(property: 'except', type: 'array', items: new OA\Items(type: 'integer')),
    ],
)]
final readonly class WatchSelection
{
    private const MOST = 10_000;

    private function __construct()
    {
    }

    /**
     * @return list<int>
     *
     * @throws ValidationException
     */
    public static function ids(Request $request, int $workspaceId): array
    {
        $request->validate([
            'ids' => ['sometimes', new IdList(self::MOST)],
            'filter' => ['sometimes', 'array'],
            'except' => ['sometimes', new IdList(self::MOST)],
            ...WatchFilter::rules('filter.'),
        ]);
        if (! $request->has('ids') && ! $request->has('filter')) {
            throw ValidationException::withMessages(['ids' => Message::of('watches_missing')]);
        }
        $watches = WatchFilter::of($request->array('filter'))->watches($workspaceId)->whereNotIn('id', self::numbers($request, 'except'));
        if ($request->has('ids')) {
            $watches->whereIn('id', self::numbers($request, 'ids'));
        }

        return array_values($watches->orderBy('id')->pluck('id')->all());
    }

    /** @return list<int> */
    private static function numbers(Request $request, string $field): array
    {
        return array_values(array_map(intval(...), $request->array($field)));
    }
}
