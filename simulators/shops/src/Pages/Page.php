<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

use Simulators\Shops\Item;
use Simulators\Shops\ShopFacts;

/** How a shop shows its things: its look, its language and where in the page the facts stand. */
abstract readonly class Page
{
    public function __construct(protected ShopFacts $shop)
    {
    }

    /**
     * @param  non-empty-list<Item>  $items  sizes of one thing, the one that was asked for first
     * @param  bool  $isRedesigned  whether the shop has another look since
     */
    abstract public function product(string $url, array $items, bool $isRedesigned): string;

    protected function document(string $title, string $head, string $body): string
    {
        return <<<HTML
            <!doctype html>
            <html lang="{$this->shop->language}">
            <head><meta charset="utf-8"><title>{$this->e($title)} – {$this->e($this->shop->name)}</title>
            <style>{$this->style()}</style>
            {$head}</head>
            <body>
            <header><a href="/">{$this->e($this->shop->name)}</a><nav><a href="/">{$this->e($this->shop->words['all'])}</a></nav></header>
            <main>{$body}</main>
            <footer>{$this->e($this->shop->words['foot'])}</footer>
            </body></html>
            HTML;
    }

    protected function style(): string
    {
        return "body{font:16px/1.5 {$this->shop->face};margin:0;color:#222;background:{$this->shop->paper}}"
            .'header,footer{padding:1rem 2rem;background:'.$this->shop->ink.';color:#fff}header a{color:inherit;margin-right:2rem}'
            .'main{max-width:60rem;margin:2rem auto;padding:0 2rem}.price,.preis,.prezzo{font-size:1.6rem}del{color:#777}';
    }

    /** As its country writes it. */
    protected function money(int $cents): string
    {
        return $this->shop->money($cents);
    }

    protected function e(string $text): string
    {
        return htmlspecialchars($text, ENT_QUOTES | ENT_HTML5);
    }

    /** @param  array<mixed>  $value */
    protected function json(array $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_HEX_TAG);
    }

    protected function stock(Item $item): string
    {
        return $this->e($this->shop->words[$item->inStock ? 'in' : 'out']);
    }

    protected function button(Item $item): string
    {
        $disabled = $item->inStock ? '' : ' disabled';

        return "<button type=\"submit\"{$disabled}>{$this->e($this->shop->words['buy'])}</button>";
    }
}
