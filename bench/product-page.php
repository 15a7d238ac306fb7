<?php

declare(strict_types=1);

// A product page as shops have them, with much that stands around a price: half a megabyte, or a part of it, in percent.
$percent = (int) ($argv[1] ?? 100);
$many = fn (int $whole): int => max(1, intdiv($whole * $percent, 100));
$data = json_encode([
    '@context' => 'https://schema.org',
    '@type' => 'Product',
    'name' => 'Stoneware crock 5 l',
    'offers' => ['@type' => 'Offer', 'price' => '34.90', 'priceCurrency' => 'EUR', 'availability' => 'https://schema.org/InStock'],
], JSON_THROW_ON_ERROR);
$menu = str_repeat('<li class="menu-item"><a href="/c/crocks" title="Crocks"><span class="label">Crocks and jars</span></a></li>', $many(400));
$reviews = str_repeat('<article class="review"><h3>Good</h3><p class="stars">5 of 5</p><p>It keeps its water seal for weeks, and the weights fit well. Bought two more.</p></article>', $many(1_700));
$others = str_repeat('<div class="card"><a href="/p/x"><img src="/x.jpg" alt=""><b>Airlock, silicone</b></a><span class="price">€4.90</span></div>', $many(300));
$style = str_repeat('.menu-item > a:hover { color: #3a2b4f; padding: 4px 8px } ', $many(2_500));
echo "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>Stoneware crock 5 l</title><style>{$style}</style>",
"<script type=\"application/ld+json\">{$data}</script></head><body><nav><ul>{$menu}</ul></nav><main><h1>Stoneware crock 5 l</h1>",
'<p class="price">€34.90</p><p>In stock</p><button>Add to basket</button></main><section><h2>Reviews</h2>', $reviews,
'</section><aside class="related"><h2>You may also like</h2>', $others, '</aside></body></html>';
