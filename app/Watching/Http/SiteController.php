<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Channels\Outgoing\AddressGuard;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\UnknownHost;
use App\Channels\Outgoing\WebAddress;
use App\Support\Http\AmountField;
use App\Support\Http\KnownCurrency;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Actions\ChangeSite;
use App\Watching\Models\Site;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;

/** Other shops: how they are asked, their terms, and how their pages are read. */
final readonly class SiteController
{
    private const LONGEST_DELAY_SECONDS = 3_600;

    private const MOST_REQUESTS = 100_000;

    public function __construct(
        private CurrentWorkspace $current,
        private AddressGuard $guard,
    ) {
    }

    #[OA\Get(
        path: '/api/v1/sites',
        operationId: 'listSites',
        summary: 'Shops whose pages are read',
        tags: ['Watching'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By host',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Site')),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        $counts = SiteCounts::all($this->current->id());

        return new JsonResponse(
            Site::query()
                ->with(['webHost', 'recipe'])
                ->orderBy('host')
                ->get()
                ->map(fn (Site $site) => SiteResource::of($site, $counts[$site->id] ?? SiteCounts::none())),
        );
    }

    #[OA\Patch(
        path: '/api/v1/sites/{id}',
        operationId: 'changeSite',
        summary: 'Change how a site is asked, or what is said of it',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'revision', description: 'The one that was edited.', type: 'integer'),
                    new OA\Property(property: 'name', type: 'string', maxLength: 255),
                    new OA\Property(property: 'delay_seconds', type: 'integer', minimum: 1, maximum: 3600),
                    new OA\Property(property: 'daily_requests', type: 'integer', minimum: 1, maximum: 100000),
                    new OA\Property(property: 'doubt_percent', type: 'integer', minimum: 1, maximum: 100),
                    new OA\Property(property: 'is_own', type: 'boolean'),
                    new OA\Property(property: 'is_paused', type: 'boolean'),
                    new OA\Property(property: 'currency', type: 'string', nullable: true),
                    new OA\Property(property: 'tax_included', type: 'boolean', nullable: true),
                    new OA\Property(property: 'shipping', type: 'string', nullable: true),
                    new OA\Property(property: 'free_shipping_from', type: 'string', nullable: true),
                    new OA\Property(
                        property: 'proxy',
                        description: 'Through which it is asked, such as http://proxy.example:3128; null: directly. What it asks for to let us through is forgotten when it changes.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(property: 'proxy_user', type: 'string', maxLength: 255, nullable: true),
                    new OA\Property(
                        property: 'proxy_password',
                        description: 'Is never shown; left out: as it was.',
                        type: 'string',
                        maxLength: 255,
                        nullable: true,
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it is now',
                content: new OA\JsonContent(ref: '#/components/schemas/Site'),
            ),
            new OA\Response(
                response: 409,
                description: 'Someone else changed it since',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function update(int $id, Request $request, ChangeSite $change): JsonResponse
    {
        $given = $request->validate([
            'revision' => ['sometimes', 'integer'],
            'name' => ['sometimes', 'required', 'string', 'max:255'],
            'delay_seconds' => ['sometimes', 'integer', 'min:1', 'max:'.self::LONGEST_DELAY_SECONDS],
            'daily_requests' => ['sometimes', 'integer', 'min:1', 'max:'.self::MOST_REQUESTS],
            'doubt_percent' => ['sometimes', 'integer', 'min:1', 'max:100'],
            'is_own' => ['sometimes', 'boolean'],
            'is_paused' => ['sometimes', 'boolean'],
            'currency' => ['bail', 'sometimes', 'nullable', 'string', new KnownCurrency()],
            'tax_included' => ['sometimes', 'nullable', 'boolean'],
            'shipping' => ['sometimes', 'nullable', 'string', 'max:20'],
            'free_shipping_from' => ['sometimes', 'nullable', 'string', 'max:20'],
            'proxy' => ['sometimes', 'nullable', 'string', 'max:255'],
            'proxy_user' => ['sometimes', 'nullable', 'string', 'max:255'],
            'proxy_password' => ['sometimes', 'nullable', 'string', 'max:255'],
        ]);
        $site = Site::query()->findOrFail($id);
        $currency = array_key_exists('currency', $given) ? $given['currency'] : $site->currency;
        foreach (['shipping', 'free_shipping_from'] as $field) {
            if (array_key_exists($field, $given)) {
                $given["{$field}_minor"] = self::amount($field, $given[$field], $currency);
                unset($given[$field]);
            }
        }
        if (array_key_exists('proxy', $given)) {
            $given['proxy_address'] = $given['proxy'] === null ? null : $this->proxy($given['proxy']);
            unset($given['proxy']);
        }
        $isPaused = $given['is_paused'] ?? null;
        $revision = $given['revision'] ?? null;
        unset($given['revision'], $given['is_paused']);

        return $this->one($change->handle($id, $given, $isPaused, $revision));
    }

    private static function amount(string $field, ?string $text, ?string $currency): ?int
    {
        if ($text === null) {
            return null;
        }
        if ($currency === null) {
            throw ValidationException::withMessages([$field => Message::of('site_currency_first')]);
        }

        return AmountField::read($field, $text, Currency::of($currency));
    }

    /** @throws ValidationException if it is no address outside */
    private function proxy(string $text): string
    {
        try {
            $address = WebAddress::parse($text);
            $this->guard->addresses($address->host);
        } catch (ForbiddenAddress|UnknownHost $e) {
            throw ValidationException::withMessages(['proxy' => $e->said()]);
        }

        return $address->origin();
    }

    private function one(Site $site): JsonResponse
    {
        $site->loadMissing(['webHost', 'recipe']);

        return new JsonResponse(SiteResource::of($site, SiteCounts::all($site->workspace_id)[$site->id] ?? SiteCounts::none()));
    }
}
