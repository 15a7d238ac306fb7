<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

/** Facts as JSON-LD, with a table of shipping charges. */
final readonly class JsonLdPage extends Page
{
    public function product(string $url, array $items, bool $isRedesigned): string
    {
        $item = $items[0];
        $data = [
            '@context' => 'https://schema.org',
            '@type' => 'Product',
            'name' => $item->title,
            'brand' => ['@type' => 'Brand', 'name' => $item->brand],
            'gtin13' => $item->gtin,
            'sku' => $item->sku,
            'offers' => [
                '@type' => 'Offer',
                'url' => $url,
                'price' => $item->decimal(),
                'priceCurrency' => $this->shop->currency,
                'availability' => 'https://schema.org/'.($item->inStock ? 'InStock' : 'OutOfStock'),
                'itemCondition' => 'https://schema.org/NewCondition',
                'shippingDetails' => [
                    '@type' => 'OfferShippingDetails',
                    'shippingRate' => [
                        '@type' => 'MonetaryAmount',
                        'value' => $item->price >= 6_000 ? '0.00' : '4.90',
                        'currency' => $this->shop->currency,
                    ],
                    'shippingDestination' => ['@type' => 'DefinedRegion', 'addressCountry' => 'DE'],
                ],
            ],
        ];
        $was = $item->oldPrice === null ? '' : "<del>{$this->money($item->oldPrice)}</del> ";

        return $this->document(
            $item->title,
            "<link rel=\"canonical\" href=\"{$this->e($url)}\"><script type=\"application/ld+json\">{$this->json($data)}</script>",
            <<<HTML
            <h1>{$this->e($item->title)}</h1><p>{$this->e($item->brand)}</p>
            <p class="price">{$was}<span>{$this->money($item->price)}</span></p>
            <p class="stock">{$this->stock($item)}</p><form method="post">{$this->button($item)}</form>
            <h2>Shipping</h2>
            <table><tr><td>up to {$this->money(5_999)}</td><td>{$this->money(490)}</td></tr><tr><td>from {$this->money(6_000)}</td><td>free</td></tr></table>
            HTML,
        );
    }
}
