<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\SetSupplierMarkup;
use App\Catalogue\Models\Supplier;
use App\Catalogue\Suppliers\MarkupPrices;
use App\Support\Http\KnownCurrency;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;
use stdClass;

/** Suppliers and the markups their goods are offered at. */
final readonly class SupplierController
{
    private const SHOWN = 40;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/suppliers',
        operationId: 'listSuppliers',
        summary: 'Suppliers with their markups',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By name',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/Supplier'),
                ),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        $counts = DB::table('products')
            ->where('workspace_id', $this->current->id())
            ->whereNotNull('supplier_id')
            ->groupBy('supplier_id')
            ->selectRaw('supplier_id, count(*) AS many')
            ->pluck('many', 'supplier_id')
            ->all();

        return new JsonResponse(
            Supplier::query()
                ->orderBy('name')
                ->get()
                ->map(
                    fn (Supplier $supplier) => new SupplierResource(
                        $supplier->name,
                        (int) ($counts[$supplier->id] ?? 0),
                        $supplier->markup,
                        $supplier->currency,
                        $supplier->revision,
                    ),
                )
                ->values(),
        );
    }

    #[OA\Put(
        path: '/api/v1/suppliers/markup',
        operationId: 'setMarkup',
        summary: 'Set the markup of one supplier or of several; null takes it away',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['suppliers', 'markup'],
                properties: [
                    new OA\Property(property: 'suppliers', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(property: 'markup', nullable: true, ref: '#/components/schemas/SupplierMarkup'),
                    new OA\Property(
                        property: 'revision',
                        description: 'The revision of the one supplier that was edited; without it, whatever it is.',
                        type: 'integer',
                        nullable: true,
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 204, description: 'Set'),
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
    public function update(Request $request, SetSupplierMarkup $set): JsonResponse
    {
        /** @var array{suppliers: list<string>, revision?: int|null} $given */
        $given = $request->validate([
            'suppliers' => ['required', 'array', 'max:200'],
            'suppliers.*' => ['string', 'max:255'],
            'markup' => ['present', 'nullable', 'array'],
            'revision' => ['nullable', 'integer'],
        ]);
        /** @var array<string, mixed>|null $markup */
        $markup = $request->input('markup');
        $set->handle($this->workspace(), $given['suppliers'], $markup, $given['revision'] ?? null);

        return new JsonResponse(null, 204);
    }

    #[OA\Put(
        path: '/api/v1/suppliers/currency',
        operationId: 'setSupplierCurrency',
        summary: 'Set what a supplier invoices in: costs in its files are in it where they do not say',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['supplier', 'currency'],
                properties: [
                    new OA\Property(property: 'supplier', type: 'string'),
                    new OA\Property(property: 'currency', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 204, description: 'Set; costs that are known stay as they are'),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function invoicesIn(Request $request): JsonResponse
    {
        /** @var array{supplier: string, currency: string|null} $given */
        $given = $request->validate([
            'supplier' => ['required', 'string', 'max:255', Rule::exists('suppliers', 'name')->where('workspace_id', $this->current->id())],
            'currency' => ['present', 'nullable', 'string', new KnownCurrency()],
        ]);
        $currency = $given['currency'] === $this->workspace()->currency ? null : $given['currency'];
        Supplier::query()->where('name', $given['supplier'])->update(['currency' => $currency]);
        Announce::change($this->current->id(), Topic::Workspace);

        return new JsonResponse(null, 204);
    }

    #[OA\Post(
        path: '/api/v1/suppliers/try-markup',
        operationId: 'tryMarkup',
        summary: 'What a markup would make of the supplier’s listings; nothing is changed',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['supplier', 'markup'],
                properties: [
                    new OA\Property(property: 'supplier', type: 'string'),
                    new OA\Property(property: 'markup', ref: '#/components/schemas/SupplierMarkup'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Some of its listings, from the cheapest to the dearest',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/MarkupRow'),
                ),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function tryOut(Request $request): JsonResponse
    {
        /** @var array{supplier: string} $given */
        $given = $request->validate([
            'supplier' => ['required', 'string', 'max:255'],
            'markup' => ['required', 'array'],
        ]);
        $workspace = $this->workspace();
        /** @var array<string, mixed> $markup */
        $markup = (array) $request->input('markup');
        SetSupplierMarkup::check($workspace, $markup);
        $prices = MarkupPrices::trying($workspace, $given['supplier'], $markup);
        $rows = DB::table('listings as l')
            ->join('products as p', 'p.id', '=', 'l.product_id')
            ->join('suppliers as s', 's.id', '=', 'p.supplier_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->where('l.workspace_id', $workspace->id)
            ->where('s.name', $given['supplier'])
            ->orderByRaw('p.cost_minor NULLS LAST, l.id')
            ->limit(self::SHOWN)
            ->get([
                'l.sku',
                'p.title',
                'c.name as channel',
                'l.price_minor',
                'l.list_price_minor',
                'l.floor_minor',
                'l.ceiling_minor',
                'l.channel_id',
                'l.fulfilment',
                'l.shipping_minor',
                'p.category',
                's.name as supplier',
                'p.cost_minor',
                'p.cost_currency',
                'c.currency',
                'p.inbound_minor',
                'p.packaging_minor',
                'p.handling_minor',
                'p.shipping_cost_minor',
            ]);

        return new JsonResponse(
            $rows->map(fn (stdClass $row) => MarkupRow::of($row, $prices, $workspace))->values(),
        );
    }

    private function workspace(): Workspace
    {
        return Workspace::query()->findOrFail($this->current->id());
    }
}
