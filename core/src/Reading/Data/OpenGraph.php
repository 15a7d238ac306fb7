<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use Wrasse\Core\Reading\Html\HtmlPage;

use function strtolower;
use function trim;

/** Tags of the Open Graph protocol in the head, https://ogp.me, with the product: and og: tags that shops add for prices. */
final class OpenGraph
{
    public const NAME = 'open_graph';

    /** Null where they say nothing of a product. */
    public function read(HtmlPage $page): ?ProductFacts
    {
        $tags = [];
        foreach ($page->all('//meta[@content and (@property or @name)]') as $meta) {
            $name = strtolower(trim($meta->getAttribute('property') ?: $meta->getAttribute('name')));
            $tags[$name] ??= trim($meta->getAttribute('content'));
        }
        $get = function (string ...$names) use ($tags): ?string {
            foreach ($names as $name) {
                if (($tags[$name] ?? '') !== '') {
                    return $tags[$name];
                }
            }

            return null;
        };
        $offer = new OfferFacts();
        $sale = SchemaProducts::amount($get('product:sale_price:amount'));
        $price = SchemaProducts::amount($get('product:price:amount', 'og:price:amount', 'product:price', 'og:price'));
        $offer->price = $sale ?? $price;
        $offer->oldPrice = $sale !== null && $price !== $sale ? $price : SchemaProducts::amount($get('product:original_price:amount', 'og:price:standard_amount'));
        $offer->currency = $get('product:sale_price:currency', 'product:price:currency', 'og:price:currency', 'product:price:currencycode');
        $availability = $get('product:availability', 'og:availability');
        $offer->availability = $availability === null ? null : match (strtolower($availability)) {
            'instock', 'in stock', 'available', 'available for order' => Availability::InStock,
            'oos', 'out of stock', 'outofstock' => Availability::OutOfStock,
            'pending' => Availability::Backorder,
            default => Availability::ofTerm($availability),
        };
        $condition = $get('product:condition', 'og:condition');
        $offer->condition = $condition === null ? null : Condition::ofTerm($condition);
        $isProduct = str_contains((string) $get('og:type'), 'product');
        if ($offer->price === null && $offer->availability === null && ! $isProduct) {
            return null;
        }
        $facts = new ProductFacts(self::NAME);
        $facts->at = $offer->at = $page->first('//head');
        $facts->name = $get('og:title');
        $facts->brand = $get('product:brand', 'og:brand');
        $facts->sku = $get('product:retailer_item_id');
        $facts->addresses = $get('og:url') === null ? [] : [(string) $get('og:url')];
        $facts->offers = [$offer];

        return $facts;
    }
}
