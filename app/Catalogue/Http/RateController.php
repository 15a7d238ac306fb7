<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\FetchRates;
use App\Catalogue\Actions\TakeRates;
use App\Catalogue\Currencies\PublishedRate;
use App\Catalogue\Currencies\RatesFile;
use App\Catalogue\Limits\ForeseesFloorMoves;
use App\Catalogue\Models\ExchangeRate;
use App\Catalogue\Models\RateInUse;
use App\Support\Http\KnownCurrency;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\ExchangeRate as Rate;
use Wrasse\Core\Money\InvalidAmount;

/** Exchange rates: those in use, what came since, and ways to bring in new ones. */
final readonly class RateController
{
    private const MOST_BYTES = 2_000_000;

    private const DAYS_OF_HISTORY = 400;

    public function __construct(private CurrentWorkspace $current, private TakeRates $take)
    {
    }

    #[OA\Get(
        path: '/api/v1/rates',
        operationId: 'listRates',
        summary: 'The exchange rates that costs are converted at, and what waits for a person',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By base and quote',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/RatePair')),
            ),
        ],
    )]
    public function index(ForeseesFloorMoves $floors): JsonResponse
    {
        $workspace = $this->workspace();
        $pairs = RateInUse::query()->with(['rate', 'asked'])->orderBy('base')->orderBy('quote')->get();

        return new JsonResponse(
            $pairs->map(fn (RateInUse $pair) => RatePairResource::of(
                $pair,
                RateResource::of($this->history($pair->base, $pair->quote, 1)[0] ?? $pair->rate),
                $pair->asked === null ? null : $floors->atRate($workspace, $pair->asked),
            ))->values(),
        );
    }

    #[OA\Get(
        path: '/api/v1/rates/{id}/history',
        operationId: 'rateHistory',
        summary: 'The rates of a pair as they were published, latest first',
        tags: ['Catalogue'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'At most 400',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/ExchangeRate')),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function show(int $id): JsonResponse
    {
        $pair = RateInUse::query()->findOrFail($id);

        return new JsonResponse(
            array_map(RateResource::of(...), $this->history($pair->base, $pair->quote, self::DAYS_OF_HISTORY)),
        );
    }

    #[OA\Post(
        path: '/api/v1/rates',
        operationId: 'addRates',
        summary: 'Bring in rates',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['rates'],
                properties: [
                    new OA\Property(
                        property: 'rates',
                        type: 'array',
                        items: new OA\Items(
                            required: ['base', 'quote', 'rate'],
                            properties: [
                                new OA\Property(property: 'base', type: 'string'),
                                new OA\Property(property: 'quote', type: 'string'),
                                new OA\Property(
                                    property: 'rate',
                                    description: 'Units of quote for one of base, such as 1.0831.',
                                    type: 'string',
                                ),
                                new OA\Property(
                                    property: 'day',
                                    description: 'Today if nothing is said.',
                                    type: 'string',
                                    format: 'date',
                                    nullable: true,
                                ),
                            ],
                            type: 'object',
                        ),
                    ),
                    new OA\Property(
                        property: 'source',
                        description: 'Who published them; “by hand” if nothing is said.',
                        type: 'string',
                        maxLength: 80,
                        nullable: true,
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'What became of them',
                content: new OA\JsonContent(ref: '#/components/schemas/RatesTaken'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(Request $request): JsonResponse
    {
        /**
         * @var array{
         *     rates: list<array{base: string, quote: string, rate: string, day?: string|null}>,
         *     source?: string|null,
         * } $given
         */
        $given = $request->validate([
            'rates' => ['required', 'array', 'list', 'max:500'],
            'rates.*' => ['array'],
            'rates.*.base' => ['required', 'string', new KnownCurrency()],
            'rates.*.quote' => ['required', 'string', new KnownCurrency(), 'different:rates.*.base'],
            'rates.*.rate' => ['required', 'string', 'max:30'],
            'rates.*.day' => ['bail', 'nullable', 'string', 'date_format:Y-m-d', 'after:1990-01-01', 'before:tomorrow +1 day'],
            'source' => ['nullable', 'string', 'max:80'],
        ], ['rates.*.quote.different' => Message::of('rate_same_currency')->stored()]);
        $today = now($this->workspace()->time_zone)->toDateString();
        $rates = [];
        foreach ($given['rates'] as $i => $rate) {
            $decimal = $this->decimal($rate['rate'], "rates.{$i}.rate", $rate['base'], $rate['quote']);
            $rates[] = new PublishedRate($rate['base'], $rate['quote'], $decimal, $rate['day'] ?? $today);
        }

        return $this->taken($rates, $given['source'] ?? 'by hand');
    }

    #[OA\Post(
        path: '/api/v1/rates/file',
        operationId: 'importRates',
        summary: 'Bring in a file of rates: the layout of the European Central Bank, or date,currency,rate',
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
                response: 200,
                description: 'What became of them',
                content: new OA\JsonContent(ref: '#/components/schemas/RatesTaken'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which line',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function import(Request $request): JsonResponse
    {
        $request->validate(['file' => ['required', 'file', 'max:'.intdiv(self::MOST_BYTES, 1_024)]]);
        /** @var UploadedFile $file */
        $file = $request->file('file');
        $text = (string) file_get_contents($file->getRealPath());
        $name = mb_substr($file->getClientOriginalName(), 0, 80);

        return $this->taken((new RatesFile($this->workspace()->currency))->read($text), $name === '' ? 'a file' : $name);
    }

    #[OA\Post(
        path: '/api/v1/rates/fetch',
        operationId: 'fetchRates',
        summary: 'Fetch rates from the address in the settings now',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What became of them',
                content: new OA\JsonContent(ref: '#/components/schemas/RatesTaken'),
            ),
            new OA\Response(
                response: 422,
                description: 'Why there are none',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function fetch(FetchRates $fetch): JsonResponse
    {
        $workspace = $this->workspace();
        if ($workspace->rates_address === null) {
            throw ValidationException::withMessages(['rates_address' => Message::of('rates_address_missing')]);
        }
        $taken = $fetch->handle($workspace);

        return $taken === null
            ? throw ValidationException::withMessages(['rates_address' => [$workspace->rates_problem]])
            : new JsonResponse($taken);
    }

    #[OA\Post(
        path: '/api/v1/rates/{id}/answer',
        operationId: 'answerRate',
        summary: 'Use a rate that would move floors far, or leave the one in use',
        tags: ['Catalogue'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['use'],
                properties: [new OA\Property(property: 'use', type: 'boolean')],
            ),
        ),
        responses: [
            new OA\Response(response: 204, description: 'Done'),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function answer(Request $request, int $id): JsonResponse
    {
        /** @var array{use: bool} $given */
        $given = $request->validate(['use' => ['required', 'boolean']]);
        $this->take->answer($this->current->id(), RateInUse::query()->findOrFail($id), (bool) $given['use']);

        return new JsonResponse(null, 204);
    }

    private function workspace(): Workspace
    {
        return Workspace::query()->findOrFail($this->current->id());
    }

    private function decimal(string $typed, string $field, string $base, string $quote): string
    {
        $decimal = str_replace(',', '.', trim($typed));
        try {
            Rate::of(Currency::of($base), Currency::of($quote), $decimal);
        } catch (InvalidAmount $e) {
            throw ValidationException::withMessages([$field => Message::of('expected', what: Message::because($e))]);
        }

        return $decimal;
    }

    /** @param  list<PublishedRate>  $rates */
    private function taken(array $rates, string $source): JsonResponse
    {
        return new JsonResponse($this->take->handle($this->current->id(), $rates, $source));
    }

    /** @return list<ExchangeRate> */
    private function history(string $base, string $quote, int $most): array
    {
        return array_values(ExchangeRate::latestFirst($base, $quote)->limit($most)->get()->all());
    }
}
