<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Catalogue\Exports\CsvResponse;
use App\Catalogue\Models\Listing;
use App\Screens\ListingHistory;
use Carbon\CarbonImmutable;
use Generator;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What was seen of a listing and its market over time. */
final readonly class HistoryController
{
    #[OA\Get(
        path: '/api/v1/listings/{id}/history',
        operationId: 'listingHistory',
        summary: 'Prices, rivals, limits, changes and sales over time',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'days',
                in: 'query',
                schema: new OA\Schema(type: 'integer', maximum: 400, minimum: 1),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The history',
                content: new OA\JsonContent(ref: '#/components/schemas/ListingHistory'),
            ),
        ],
    )]
    public function show(Request $request, int $id): JsonResponse
    {
        return new JsonResponse($this->history($id)->since($this->since($request)));
    }

    #[OA\Get(
        path: '/api/v1/listings/{id}/history/export',
        operationId: 'exportListingHistory',
        summary: 'The same as a CSV file',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'days',
                in: 'query',
                schema: new OA\Schema(type: 'integer', maximum: 400, minimum: 1),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'CSV',
                content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
            ),
        ],
    )]
    public function export(Request $request, int $id): StreamedResponse
    {
        return CsvResponse::of(
            "history-{$id}.csv",
            ['When', 'What', 'Our price', 'Lowest other', 'Buy box', 'Floor', 'Ceiling', 'Sold', 'In stock'],
            $this->lines($this->history($id), $this->since($request)),
        );
    }

    /** @return Generator<list<string|int|null>> */
    private function lines(ListingHistory $history, CarbonImmutable $since): Generator
    {
        $time = fn (int $at) => CarbonImmutable::createFromTimestamp($at)->toIso8601ZuluString();
        foreach ($history->allPoints($since) as $point) {
            yield [
                $time($point['at']),
                'seen',
                $point['price'],
                $point['lowest'],
                $point['buy_box'],
                $point['floor'],
                $point['ceiling'],
                null,
                null,
            ];
        }
        foreach ($history->limitChanges($since) as $change) {
            yield [$time($change['at']), 'limits', null, null, null, $change['floor'], $change['ceiling'], null, null];
        }
        foreach ($history->changes($since) as $change) {
            yield [
                $time($change->at),
                "changed from {$change->from}: {$change->state}",
                $change->to,
                null,
                null,
                null,
                null,
                null,
                null,
            ];
        }
        foreach ($history->sales($since) as $day) {
            yield [
                (string) $day['day'],
                'sales',
                null,
                null,
                null,
                null,
                null,
                (int) $day['units'],
                $day['in_stock'] ? 'yes' : 'no',
            ];
        }
    }

    private function history(int $id): ListingHistory
    {
        return new ListingHistory(Listing::query()->with('channel')->findOrFail($id));
    }

    private function since(Request $request): CarbonImmutable
    {
        $request->validate(['days' => ['nullable', 'integer', 'min:1', 'max:400']]);

        return CarbonImmutable::now()->subDays((int) $request->query('days', '60'));
    }
}
