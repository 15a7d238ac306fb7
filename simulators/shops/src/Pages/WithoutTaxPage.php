<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

/** Prices for companies: without tax, said in the data and on the page. */
final readonly class WithoutTaxPage extends Page
{
    public function product(string $url, array $items, bool $isRedesigned): string
    {
        $item = $items[0];
        $data = [
            '@context' => 'https://schema.org',
            '@graph' => [
                [
                    '@type' => 'Product',
                    'name' => $item->title,
                    'gtin13' => $item->gtin,
                    'offers' => [
                        '@type' => 'Offer',
                        'priceSpecification' => [
                            '@type' => 'UnitPriceSpecification',
                            'price' => $item->decimal(),
                            'priceCurrency' => $this->shop->currency,
                            'valueAddedTaxIncluded' => false,
                        ],
                        'availability' => $item->inStock ? 'InStock' : 'OutOfStock',
                    ],
                ],
            ],
        ];

        return $this->document(
            $item->title,
            "<script type=\"application/ld+json\">{$this->json($data)}</script>",
            "<h1>{$this->e($item->title)}</h1><p class=\"price\">{$this->money($item->price)} excl. btw</p><p>{$this->stock($item)}</p>{$this->button($item)}",
        );
    }
}
