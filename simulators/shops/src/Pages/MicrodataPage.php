<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

/** Facts as microdata, and a crossed-out price where there is a promotion. */
final readonly class MicrodataPage extends Page
{
    public function product(string $url, array $items, bool $isRedesigned): string
    {
        $item = $items[0];
        $was = $item->oldPrice === null ? '' : "<del>statt {$this->money($item->oldPrice)}</del> ";
        $availability = $item->inStock ? 'InStock' : 'OutOfStock';

        return $this->document(
            $item->title,
            '',
            <<<HTML
            <article itemscope itemtype="https://schema.org/Product">
            <h1 itemprop="name">{$this->e($item->title)}</h1>
            <p>von <span itemprop="brand">{$this->e($item->brand)}</span>, GTIN <span itemprop="gtin13">{$item->gtin}</span></p>
            <div itemprop="offers" itemscope itemtype="https://schema.org/Offer">
            <p class="preis">{$was}<strong itemprop="price" content="{$item->decimal()}">{$this->money($item->price)}</strong>
            <meta itemprop="priceCurrency" content="{$this->shop->currency}"><small>inkl. MwSt., zzgl. Versand</small></p>
            <link itemprop="availability" href="https://schema.org/{$availability}"><p>{$this->stock($item)}</p>
            {$this->button($item)}
            </div></article>
            HTML,
        );
    }
}
