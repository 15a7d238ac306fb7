<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

use Simulators\Shops\Item;

/** A range until a size is chosen; sizes have addresses of their own within the page. */
final readonly class RangePage extends Page
{
    public function product(string $url, array $items, bool $isRedesigned): string
    {
        $first = $items[0];
        $prices = array_map(fn (Item $item) => $item->price, $items);
        $data = [
            '@context' => 'https://schema.org',
            '@type' => 'ProductGroup',
            'name' => $first->title,
            'hasVariant' => array_map(
                fn (Item $item) => [
                    '@type' => 'Product',
                    'name' => "{$first->title}, {$item->size}",
                    'size' => $item->size,
                    'gtin13' => $item->gtin,
                    'offers' => [
                        '@type' => 'Offer',
                        'price' => $item->decimal(),
                        'priceCurrency' => $this->shop->currency,
                        'availability' => 'https://schema.org/'.($item->inStock ? 'InStock' : 'OutOfStock'),
                    ],
                ],
                $items,
            ),
        ];
        $shown = count($items) === 1
            ? $this->money($first->price)
            : "da {$this->money(min($prices))} a {$this->money(max($prices))}";

        return $this->document(
            $first->title,
            "<script type=\"application/ld+json\">{$this->json($data)}</script>",
            "<h1>{$this->e($first->title)}</h1><p class=\"prezzo\">{$shown}</p><p>{$this->stock($first)}</p>{$this->button($first)}",
        );
    }
}
