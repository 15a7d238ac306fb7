<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use Generator;

/** Pages of one product in the words of seven languages, in several layouts, each way of writing the data down. */
final class GeneratedPages
{
    /** language: currency, price and old price as they are written, buy, tax, in stock, sold out, related, name */
    private const WORDS = [
        'en' => ['GBP', '£1,234.50', '£1,399.00', 'Add to basket', 'incl. VAT', 'In stock', 'Sold out', 'You may also like', 'Stoneware crock'],
        'de' => ['EUR', '1.234,50 €', '1.399,00 €', 'In den Warenkorb', 'inkl. 19 % MwSt. zzgl. Versand', 'Auf Lager', 'Ausverkauft', 'Ähnliche Artikel', 'Steinguttopf'],
        'fr' => ['EUR', "1\u{202F}234,50\u{A0}€", "1\u{202F}399,00\u{A0}€", 'Ajouter au panier', 'TTC', 'En stock', 'Rupture de stock', 'Vous aimerez aussi', 'Pot en grès'],
        'es' => ['EUR', '1.234,50 €', '1.399,00 €', 'Añadir al carrito', 'IVA incluido', 'Disponible', 'Agotado', 'También te puede gustar', 'Vasija de gres'],
        'it' => ['EUR', '€ 1.234,50', '€ 1.399,00', 'Aggiungi al carrello', 'IVA inclusa', 'Disponibile', 'Esaurito', 'Prodotti correlati', 'Vaso in gres'],
        'nl' => ['EUR', '€ 1.234,50', '€ 1.399,00', 'In winkelwagen', 'incl. btw', 'Op voorraad', 'Uitverkocht', 'Gerelateerde producten', 'Stenen pot'],
        'pl' => ['PLN', "1\u{A0}234,50\u{A0}zł", "1\u{A0}399,00\u{A0}zł", 'Dodaj do koszyka', 'z VAT', 'W magazynie', 'Wyprzedane', 'Podobne produkty', 'Garnek kamionkowy'],
    ];

    private const SOURCES = ['json_ld', 'microdata', 'rdfa', 'open_graph', 'page_data', 'markup'];

    private const LAYOUTS = ['paragraphs', 'crossed out', 'table', 'spans', 'sold out'];

    /** @return Generator<string, array{string, array<string, mixed>}> */
    public static function all(): Generator
    {
        foreach (self::WORDS as $language => $words) {
            foreach (self::SOURCES as $source) {
                foreach (self::LAYOUTS as $layout) {
                    yield "{$language}, {$source}, {$layout}" => [
                        self::page($language, $words, $source, $layout),
                        [
                            'page' => 'product',
                            'name' => $words[8],
                            'price' => '1234.50',
                            'currency' => $words[0],
                            'old_price' => $layout === 'crossed out' ? '1399.00' : null,
                            'availability' => $layout === 'sold out' ? 'out_of_stock' : 'in_stock',
                            'problems' => [],
                        ],
                    ];
                }
            }
        }
    }

    /** @param  array{string, string, string, string, string, string, string, string, string}  $words */
    private static function page(string $language, array $words, string $source, string $layout): string
    {
        [$currency, $price, $old, $buy, $tax, $inStock, $soldOut, $related, $name] = $words;
        $stock = $layout === 'sold out' ? $soldOut : $inStock;
        $term = $layout === 'sold out' ? 'OutOfStock' : 'InStock';
        $head = '';
        [$scope, $heading, $offer, $data] = ['', '', '', ''];
        switch ($source) {
            case 'json_ld':
                $head = '<script type="application/ld+json">'.json_encode(['@context' => 'https://schema.org', '@type' => 'Product', 'name' => $name, 'offers' => ['@type' => 'Offer', 'price' => 1234.5, 'priceCurrency' => $currency, 'availability' => "https://schema.org/{$term}"]], JSON_UNESCAPED_UNICODE).'</script>';
                break;
            case 'microdata':
                $scope = ' itemscope itemtype="https://schema.org/Product"';
                $heading = ' itemprop="name"';
                $offer = "<div itemprop=offers itemscope itemtype=\"https://schema.org/Offer\"><meta itemprop=price content=\"1234.50\"><meta itemprop=priceCurrency content={$currency}><link itemprop=availability href=\"https://schema.org/{$term}\"></div>";
                break;
            case 'rdfa':
                $scope = ' vocab="https://schema.org/" typeof="Product"';
                $heading = ' property="name"';
                $offer = "<div property=offers typeof=Offer><meta property=price content=\"1234.50\"><meta property=priceCurrency content={$currency}><link property=availability href=\"https://schema.org/{$term}\"></div>";
                break;
            case 'open_graph':
                $head = "<meta property=\"og:type\" content=\"product\"><meta property=\"og:title\" content=\"{$name}\"><meta property=\"product:price:amount\" content=\"1234.50\"><meta property=\"product:price:currency\" content=\"{$currency}\">";
                break;
            case 'page_data':
                $data = '<script>window.shop = {"page": {"product": {"title": "'.$name.'", "price": 123450, "currency": "'.$currency.'"}}};</script>';
                break;
        }
        $shown = match ($layout) {
            'crossed out' => "<div class=prices><del>{$old}</del> <strong>{$price}</strong></div><p>{$tax}</p>",
            'table' => "<table><tr><td>SKU<td>KC-1<tr><td>{$name}<td>{$price}</table><small>{$tax}</small>",
            'spans' => "<div><span class=amount>{$price}</span><span class=tax> {$tax}</span></div>",
            default => "<p>{$price}</p><p>{$tax}</p>",
        };

        return <<<HTML
            <!doctype html><html lang="{$language}"><head><meta charset="utf-8"><title>{$name} | Shop</title>{$head}</head><body>
            <header><a href="/">Shop</a><form><input type="search"><button>?</button></form><div class="basket">0,00</div></header>
            <nav><a href="/a">A</a> <a href="/b">B</a></nav>
            <main{$scope}><h1{$heading}>{$name}</h1>{$offer}{$shown}<p>{$stock}</p><form><button type="submit">{$buy}</button></form>
            <h2>{$related}</h2><ul><li><a href="/x">X</a> {$old}</li><li><a href="/y">Y</a> {$price}</li></ul></main>
            <footer>© 2026</footer>{$data}</body></html>
            HTML;
    }
}
