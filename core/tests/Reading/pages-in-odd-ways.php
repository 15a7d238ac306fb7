<?php

declare(strict_types=1);
$ld = fn ($x) => '<script type="application/ld+json">'.json_encode($x, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE).'</script>';
$page = fn ($head, $body, $lang = 'en') => "<!doctype html><html lang=\"$lang\"><head><meta charset=utf-8><title>Shop</title>$head</head><body><header><a href=/>Home</a></header><main>$body</main><footer>© 2026 Shop</footer></body></html>";
$prod = fn ($more = []) => $more + ['@context' => 'https://schema.org', '@type' => 'Product', 'name' => 'Stoneware crock'];
$offer = fn ($p, $more = []) => $more + ['@type' => 'Offer', 'price' => $p, 'priceCurrency' => 'EUR', 'availability' => 'https://schema.org/InStock'];
$h = '<h1>Stoneware crock</h1>';
$buy = '<button>Add to cart</button>';

return [
    ['price per month in ld', $page($ld($prod(['offers' => ['@type' => 'Offer', 'priceCurrency' => 'EUR', 'priceSpecification' => ['@type' => 'UnitPriceSpecification', 'price' => 9.9, 'billingDuration' => 'P1M']]])), "$h<p>9,90 € / Monat</p>$buy"), [], ['price' => null, 'problems' => ['instalment']], null],
    ['comment in json', '<h1>A</h1><script type="application/ld+json"><!-- {"@type":"Product","name":"A","offers":{"@type":"Offer","price":"5.00","priceCurrency":"EUR"}} --></script><p>5,00 €</p>', [], ['price' => '5.00'], 90],
    ['type list', $page($ld($prod(['@type' => ['Product', 'Thing'], 'offers' => [$offer('23.90')]])), "$h<p>23,90 €</p>"), [], ['price' => '23.90', 'problems' => []], 90],
    ['schema prefix', $page($ld(['@context' => ['schema' => 'https://schema.org/'], '@type' => 'schema:Product', 'schema:name' => 'Stoneware crock', 'schema:offers' => ['@type' => 'schema:Offer', 'schema:price' => '23.90', 'schema:priceCurrency' => 'EUR']]), "$h<p>23,90 €</p>"), [], ['price' => '23.90', 'problems' => []], 90],
    ['value object', $page($ld($prod(['offers' => $offer(['@type' => 'xsd:decimal', '@value' => '23.90'])])), "$h<p>23,90 €</p>"), [], ['price' => '23.90', 'problems' => []], 90],
    ['discount with percent badge', $page('', "$h<span class=badge>-20 %</span><div class=price-box><span class=price-old>29,90 €</span><span class=price-new>23,90 €</span></div>$buy"), [], ['price' => '23.90', 'old_price' => '29.90', 'problems' => []], null],
    ['UVP line', $page('', "$h<div class=price>23,90 €</div><div class=hint>UVP 29,90 €</div>$buy", 'de'), [], ['price' => '23.90', 'old_price' => '29.90', 'problems' => []], null],
    ['lowest 30', $page('', "$h<div class=price>23,90 €</div><div>Niedrigster Preis der letzten 30 Tage: 21,90 €</div>$buy", 'de'), [], ['price' => '23.90', 'problems' => []], null],
    ['member visible', $page('', "$h<div class=price>23,90 €</div><div class=member-price>Club price 21,90 €</div>$buy"), [], ['price' => '23.90', 'problems' => []], null],
    ['deposit', $page('', "$h<div class=price>23,90 €</div><div>zzgl. 0,25 € Pfand</div>$buy", 'de'), [], ['price' => '23.90', 'problems' => []], null],
    ['instalment beside', $page('', "$h<div class=price>120,00 €</div><div>oder 3 x 40,00 €</div>$buy", 'de'), [], ['price' => '120.00', 'problems' => []], null],
    ['coupon', $page('', "$h<div class=price>23,90 €</div><div>Mit Gutschein 19,90 €</div>$buy", 'de'), [], ['price' => '23.90', 'problems' => []], null],
    ['bundle', $page('', "$h<div class=price>£23.90</div><div>2 for £40</div>$buy"), [], ['price' => '23.90', 'problems' => []], null],
    ['accessory select', $page('', "$h<div class=price>23,90 €</div>$buy<h3>Accessories</h3><div>Lid 4,90 €</div>"), [], ['price' => '23.90', 'problems' => []], null],
    ['frequently bought', $page('', "$h<div class=price>23,90 €</div>$buy<div><h3>Frequently bought together</h3><p>Total 40,00 €</p></div>"), [], ['price' => '23.90', 'problems' => []], null],
    ['price in button', $page('', "$h<button>Add to cart – 23,90 €</button>"), [], ['price' => '23.90'], null],
    ['sticky bar repeated', $page('', "$h<div class=price>23,90 €</div>$buy<div class=sticky><b>Stoneware crock</b> <span>23,90 €</span><button>Add to cart</button></div>"), [], ['page' => 'product', 'price' => '23.90'], null],
    ['out of stock no button', $page('', "$h<div class=price>23,90 €</div><p class=stock>Sold out</p>"), [], ['price' => '23.90', 'availability' => 'out_of_stock'], null],
    ['disabled button unknown', $page('', "$h<div class=price>23,90 €</div><button disabled>Add to cart</button>"), [], ['price' => '23.90', 'availability' => 'unknown'], null],
    ['delivery alone unknown', $page('', "$h<div class=price>23,90 €</div><p>Lieferzeit 2-3 Tage</p>$buy", 'de'), [], ['price' => '23.90', 'availability' => 'unknown'], null],
    ['sofort lieferbar', $page('', "$h<div class=price>23,90 €</div><p>Sofort lieferbar</p>$buy", 'de'), [], ['availability' => 'in_stock'], null],
    ['preorder', $page('', "$h<div class=price>23,90 €</div><p>Pre-order now</p>$buy"), [], ['availability' => 'preorder'], null],
    ['gtin bad', $page($ld($prod(['gtin13' => '1234567890123', 'offers' => $offer('23.90')])), "$h<p>23,90 €</p>"), [], ['price' => '23.90', 'gtin' => null, 'problems' => ['gtin_invalid']], null],
    ['og only no visible', $page('<meta property="product:price:amount" content="23.90"><meta property="product:price:currency" content="EUR">', "$h$buy"), [], ['page' => 'product', 'price' => '23.90'], null],
    ['og vs ld differ, visible og', $page($ld($prod(['offers' => $offer('25.00')])).'<meta property="product:price:amount" content="23.90"><meta property="product:price:currency" content="EUR">', "$h<p>23,90 €</p>$buy"), [], ['price' => '23.90'], null],
    ['micro vs ld differ, visible ld', $page($ld($prod(['offers' => $offer('23.90')])), "<div itemscope itemtype='https://schema.org/Product'><h1 itemprop=name>Stoneware crock</h1><div itemprop=offers itemscope itemtype='https://schema.org/Offer'><meta itemprop=price content=25><meta itemprop=priceCurrency content=EUR></div><p>23,90 €</p></div>"), [], ['price' => '23.90', 'problems' => []], 90],
    ['expired valid until', $page($ld($prod(['offers' => $offer('23.90', ['priceValidUntil' => '2020-01-01'])])), "$h<p>23,90 €</p>"), [], ['price' => '23.90', 'valid_until' => '2020-01-01'], 90],
    ['shipping lowest, free', $page($ld($prod(['offers' => $offer('23.90', ['shippingDetails' => [['@type' => 'OfferShippingDetails', 'shippingRate' => ['value' => '0', 'currency' => 'EUR']], ['@type' => 'OfferShippingDetails', 'shippingRate' => ['value' => 4.9, 'currency' => 'EUR']]]])])), "$h<p>23,90 €</p>"), [], ['shipping' => '0.00'], null],
    ['aggregate with offers', $page($ld($prod(['offers' => ['@type' => 'AggregateOffer', 'lowPrice' => 17.9, 'highPrice' => 23.9, 'priceCurrency' => 'EUR', 'offers' => [['@type' => 'Offer', 'name' => '2 l', 'price' => 17.9], ['@type' => 'Offer', 'name' => '5 l', 'price' => 23.9]]]])), "$h<p>ab 17,90 €</p>"), ['variant' => '5 l'], ['price' => '23.90', 'currency' => 'EUR', 'variant' => '5 l'], null],
    ['variant url of page', $page($ld(['@context' => 'https://schema.org', '@type' => 'ProductGroup', 'name' => 'Stoneware crock', 'hasVariant' => [['@type' => 'Product', 'size' => '2 l', 'offers' => $offer('17.90', ['url' => 'https://s.example/crock?v=2'])], ['@type' => 'Product', 'size' => '5 l', 'offers' => $offer('23.90', ['url' => 'https://s.example/crock?v=5'])]]]), "$h<p>23,90 €</p>$buy"), ['url' => 'https://s.example/crock?v=5'], ['price' => '23.90', 'variant' => '5 l', 'problems' => []], null],
    ['JPY', $page($ld($prod(['offers' => $offer('1200', ['priceCurrency' => 'JPY'])])), "$h<p>¥1,200</p>", 'ja'), [], ['price' => '1200', 'currency' => 'JPY', 'problems' => []], 90],
    ['dollar with ld CAD', $page($ld($prod(['offers' => $offer('23.90', ['priceCurrency' => 'CAD'])])), "$h<p>$23.90</p>"), [], ['price' => '23.90', 'currency' => 'CAD', 'problems' => []], 90],
    ['kr with ld SEK', $page($ld($prod(['offers' => $offer('239', ['priceCurrency' => 'SEK'])])), "$h<p>239 kr</p>"), [], ['price' => '239.00', 'currency' => 'SEK', 'problems' => []], 90],
    ['dash price', $page($ld($prod(['offers' => $offer('239', ['priceCurrency' => 'CHF'])])), "$h<p>CHF 239.–</p>"), [], ['price' => '239.00', 'currency' => 'CHF', 'problems' => []], 90],
    ['nested tables', "<table><tr><td><table><tr><td><h1>Crock</h1><tr><td>Price:<td><b>23,90 €</b></table></table><input type=submit value='Buy now'>", [], ['price' => '23.90'], null],
    ['unclosed', '<h1>Crock<p>23,90 €<p>In stock<button>Buy now', [], ['price' => '23.90', 'availability' => 'in_stock'], null],
    ['noscript price', $page('', "$h<noscript><p>99,90 €</p></noscript><p>23,90 €</p>$buy"), [], ['price' => '23.90'], null],
    ['refused with 200 words', $page('', '<h1>Access denied</h1><p>You have been blocked.</p>'), [], ['page' => 'refused'], null],
    ['review prices', $page('', "$h<p>23,90 €</p>$buy<div class=reviews><p>I paid 19,90 € elsewhere</p></div>"), [], ['price' => '23.90', 'problems' => []], null],
    ['price range visible with select no prices', $page('', "$h<p>17,90 € – 23,90 €</p><select><option>2 l</option><option>5 l</option></select>$buy"), [], ['price' => null, 'range' => ['from' => '17.90', 'to' => '23.90']], null],
];
