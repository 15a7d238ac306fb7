<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ListingDetail')]
final readonly class ListingDetail
{
    /**
     * @param  array<string, mixed>  $decision
     * @param  list<TermResource>  $terms
     * @param  list<EarningsPoint>  $earnings
     * @param  list<OfferResource>  $offers
     */
    public function __construct(
        #[OA\Property(type: 'object', ref: '#/components/schemas/Listing')] public ListingRow $listing,
        #[OA\Property] public string $product_sku,
        #[OA\Property(description: 'As the product is called; the listing may have a title of its own.')]
        public string $product_title,
        #[OA\Property] public ?string $brand,
        #[OA\Property] public ?string $category,
        #[OA\Property] public ?string $supplier,
        #[OA\Property] public ?string $gtin,
        #[OA\Property(description: 'The maker’s part number.')] public ?string $mpn,
        #[OA\Property] public ?string $cost,
        #[OA\Property(description: 'What comes on top of the unit cost.', type: 'object', ref: CostsResource::class)]
        public CostsResource $extra_costs,
        #[OA\Property] public ?string $rrp,
        #[OA\Property] public ?string $map,
        #[OA\Property(description: 'Set by hand on this listing.')] public ?string $own_floor,
        #[OA\Property(description: 'Set by hand on this listing.')] public ?string $own_ceiling,
        #[OA\Property(
            description: 'What floor and ceiling come from.',
            type: 'array',
            items: new OA\Items(ref: TermResource::class),
        )]
        public array $terms,
        #[OA\Property(
            description: 'What it earns at the prices that matter.',
            type: 'array',
            items: new OA\Items(ref: EarningsPoint::class),
        )]
        public array $earnings,
        #[OA\Property(
            description: 'The profit that its decision leads to, in the workspace’s currency, where that is another one and a rate is known.',
        )]
        public ?string $profit_own,
        #[OA\Property(
            description: 'What its rule says of it at this moment; with no rule, how it compares with the cheapest.',
            type: 'object',
            ref: '#/components/schemas/Decision',
        )]
        public array $decision,
        #[OA\Property(type: 'array', items: new OA\Items(ref: OfferResource::class))] public array $offers,
        #[OA\Property(type: 'object', nullable: true, oneOf: [new OA\Schema(ref: PriceWarHold::class)])]
        public ?PriceWarHold $price_war,
    ) {
    }
}
