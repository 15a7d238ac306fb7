<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

/** Facts as Open Graph tags only; since its redesign without them. */
final readonly class OpenGraphPage extends Page
{
    public function product(string $url, array $items, bool $isRedesigned): string
    {
        $item = $items[0];
        if ($isRedesigned) {
            // What was one line is now filled in by a script that nobody runs here.
            return $this->document(
                $item->title,
                '',
                "<h1>{$this->e($item->title)}</h1><div id=\"prix\" data-ref=\"{$this->e($item->sku)}\"></div><p>{$this->e($this->shop->words['foot'])}</p>",
            );
        }
        $availability = $item->inStock ? 'in stock' : 'out of stock';
        $head = <<<HTML
            <meta property="og:type" content="product"><meta property="og:title" content="{$this->e($item->title)}">
            <meta property="product:price:amount" content="{$item->decimal()}"><meta property="product:price:currency" content="{$this->shop->currency}">
            <meta property="product:availability" content="{$availability}"><meta property="product:retailer_item_id" content="{$this->e($item->sku)}">
            HTML;

        return $this->document(
            $item->title,
            $head,
            "<h1>{$this->e($item->title)}</h1><p class=\"price\">{$this->money($item->price)}</p><p>{$this->stock($item)}</p>{$this->button($item)}",
        );
    }
}
