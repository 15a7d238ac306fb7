<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use Generator;

/** Pages on which much stands beside the price that is none: 123.45 in each. */
final class CrowdedPages
{
    private const BEFORE = [
        'en' => ['<div class="rating">4.8 (120)</div>', '<p>Art.-Nr. 4711</p>', '<p>SKU: KC-5-2390</p>', '<a href="/b">Brinmere</a>', '<p>A crock of 5 l for 3 kg of cabbage, fired at 1250 °C.</p>', '<div class="badge">-15 %</div>', '<div class="badge">NEW</div>', '<ul><li>5 l</li><li>Ø 24 cm</li></ul>', '<span>Sold 1,200 times</span>'],
        'de' => ['<div class="rating">4,8 (120)</div>', '<p>Art.-Nr. 4711</p>', '<p>EAN: 2000000000008</p>', '<a href="/b">Brinmere</a>', '<p>Topf für 3 kg Kohl, 5 l, gebrannt bei 1250 °C.</p>', '<div class="badge">-15 %</div>', '<ul><li>5 l</li><li>Ø 24 cm</li></ul>', '<p>Seit 1990</p>'],
    ];

    private const AFTER = [
        'en' => ['<p>incl. VAT</p>', '<p>plus shipping from £3.95</p>', '<p>Free delivery over £50</p>', '<p>Delivery £4.90</p>', '<p>Or 3 x £41.15</p>', '<p>from £10.29 a month with a plan</p>', '<div class="unit">(£24.69/l)</div>', '<p>Members pay £111.00</p>', '<p>With code CROCK10: £111.11</p>', '<p>Lowest price in the last 30 days: £119.00</p>', '<p>2 for £230</p>', '<p>RRP £145.00</p>', '<p>You save £21.55</p>', '<p>Only 3 left</p>', '<p>Dispatched in 2 days</p>', '<p>30 days to return</p>', '<div>Gift wrap +£3.00</div>', '<p>Earn 123 points (worth £1.23)</p>', '<p>Spend £26.55 more for free delivery</p>', '<p>Price match guarantee</p>', '<p>Warranty 2 years: £19.99</p>', '<p>Insurance £4.99 per month</p>', '<p>Deposit £0.25</p>', '<p>Order before 14:00</p>'],
        'de' => ['<p>inkl. MwSt.</p>', '<p>inkl. 19 % MwSt. zzgl. Versandkosten</p>', '<p>zzgl. Versand ab 3,95 €</p>', '<p>Versandkostenfrei ab 50 €</p>', '<p>Versand: 4,90 €</p>', '<p>oder 3 x 41,15 €</p>', '<p>ab 10,29 €/Monat finanzieren</p>', '<p>Finanzierung ab 10,29 € monatlich</p>', '<div>(24,69 €/l)</div>', '<div>Grundpreis: 24,69 € / 1 l</div>', '<p>Clubpreis 111,00 €</p>', '<p>Mit Gutschein TOPF10: 111,11 €</p>', '<p>Niedrigster Preis der letzten 30 Tage: 119,00 €</p>', '<p>30-Tage-Bestpreis: 119,00 €</p>', '<p>2 für 230 €</p>', '<p>UVP 145,00 €</p>', '<p>UVP¹: 145,00 €</p>', '<p>Sie sparen 21,55 € (15 %)</p>', '<p>Nur noch 3 Stück auf Lager</p>', '<p>Lieferzeit 2-3 Tage</p>', '<p>Lieferung bis 04.12.</p>', '<p>30 Tage Rückgabe</p>', '<div>Geschenkverpackung +3,00 €</div>', '<p>Sie erhalten 123 Punkte (Wert 1,23 €)</p>', '<p>Noch 26,55 € bis zum kostenlosen Versand</p>', '<p>Garantieverlängerung 19,99 €</p>', '<p>Expressversand +9,90 €</p>', '<p>Pfand 0,25 €</p>', '<p>Bestellen Sie bis 14:00 Uhr</p>', '<p>In Teilen: Zahlen in 3 Raten von 41,15 €</p>', '<p>Ratenkauf ab 5,90 € im Monat</p>', '<p>Mengenrabatt: ab 3 Stück 119,00 €</p>', '<p>Altgerätemitnahme 9,90 €</p>', '<p>Montageservice 49,00 €</p>'],
    ];

    private const PRICE = [
        'en' => ['<p class="price">£123.45</p>', '<div><span>£123.45</span></div>', '<div class="price-box"><s>£145.00</s> <b>£123.45</b></div>', '<p>£123<sup>45</sup></p>', '<p>Price: £123.45</p>'],
        'de' => ['<p class="preis">123,45 €</p>', '<div><span>123,45</span> <span>€</span></div>', '<div class="price-box"><s>145,00 €</s> <b>123,45 €</b></div>', '<p>123,<sup>45</sup> €</p>', '<p>Preis: 123,45 €*</p>', '<div class="price"><span class="int">123</span><span class="sep">,</span><span class="dec">45</span> €</div>'],
    ];

    private const BUTTON = ['en' => 'Add to basket', 'de' => 'In den Warenkorb'];

    /** @return Generator<int, string> in an order that mt_srand() decides */
    public static function some(int $many): Generator
    {
        for ($page = 0; $page < $many; $page++) {
            $language = ['en', 'de'][mt_rand(0, 1)];
            $before = implode('', self::chosen(self::BEFORE[$language], mt_rand(0, 4)));
            $after = implode('', self::chosen(self::AFTER[$language], mt_rand(0, 5)));
            $price = self::chosen(self::PRICE[$language], 1)[0];
            $button = '<button>'.self::BUTTON[$language].'</button>';
            $rest = mt_rand(0, 1) === 0 ? $button.$after : $after.$button;
            yield "<html lang={$language}><body><header><a href=/>Shop</a></header><main><h1>Stoneware crock</h1>{$before}{$price}{$rest}"
                .'<section class=related><h2>Related</h2><p>9,90 €</p></section></main><footer>1 €</footer></body></html>';
        }
    }

    /**
     * @param  non-empty-list<string>  $of
     * @return list<string>
     */
    private static function chosen(array $of, int $many): array
    {
        $chosen = [];
        for ($i = 0; $i < $many; $i++) {
            $chosen[] = $of[mt_rand(0, count($of) - 1)];
        }

        return array_values(array_unique($chosen));
    }
}
