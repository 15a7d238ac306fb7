<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

/** Its data is that of another thing: only what is to be seen is right. */
final readonly class StaleDataPage extends Page
{
    public function product(string $url, array $items, bool $isRedesigned): string
    {
        $item = $items[0];
        $data = [
            '@context' => 'https://schema.org',
            '@type' => 'Product',
            'name' => $item->title,
            'offers' => [
                '@type' => 'Offer',
                'price' => $item::amount($item->price * 2 + 300),
                'priceCurrency' => $this->shop->currency,
                'availability' => 'https://schema.org/InStock',
            ],
        ];

        return $this->document(
            $item->title,
            "<script type=\"application/ld+json\">{$this->json($data)}</script>",
            "<h1>{$this->e($item->title)}</h1><div class=\"buy\"><p class=\"price\" id=\"our-price\">{$this->money($item->price)}</p><p>{$this->stock($item)}</p>{$this->button($item)}</div>",
        );
    }
}
