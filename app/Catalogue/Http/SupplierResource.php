<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Supplier')]
final readonly class SupplierResource
{
    /** @param  array<string, mixed>|null  $markup */
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property(description: 'How many products it supplies.')] public int $products,
        #[OA\Property(type: 'object', nullable: true, ref: '#/components/schemas/SupplierMarkup')]
        public ?array $markup,
        #[OA\Property(description: 'What it invoices in, where its files do not say; null: the currency of the workspace.')]
        public ?string $currency,
        #[OA\Property(description: 'Counts the edits of its markup.')] public int $revision,
    ) {
    }
}
