<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Catalogue\Models\Product;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;

/** What comes on top of the unit cost of a product. */
#[OA\Schema(schema: 'ExtraCosts')]
final readonly class CostsResource
{
    public function __construct(
        #[OA\Property] public string $inbound,
        #[OA\Property] public string $packaging,
        #[OA\Property] public string $handling,
        #[OA\Property(description: 'What sending it costs us, where we send.')] public string $shipping_cost,
    ) {
    }

    public static function of(Product $product, Currency $currency): self
    {
        return new self(
            $currency->format($product->inbound_minor),
            $currency->format($product->packaging_minor),
            $currency->format($product->handling_minor),
            $currency->format($product->shipping_cost_minor),
        );
    }
}
