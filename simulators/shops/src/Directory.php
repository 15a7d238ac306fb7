<?php

declare(strict_types=1);

namespace Simulators\Shops;

use Simulators\Shops\Pages\JsonLdPage;
use Simulators\Shops\Pages\MicrodataPage;
use Simulators\Shops\Pages\OpenGraphPage;
use Simulators\Shops\Pages\OptionListPage;
use Simulators\Shops\Pages\Page;
use Simulators\Shops\Pages\RangePage;
use Simulators\Shops\Pages\ScriptPage;
use Simulators\Shops\Pages\StaleDataPage;
use Simulators\Shops\Pages\WithoutTaxPage;

/** The shops there are: each with a name, a look, a language and a way of its own to say what a thing costs. */
final readonly class Directory
{
    private const ENGLISH = ['all' => 'All products', 'foot' => 'Delivery in 2–3 working days', 'in' => 'In stock', 'out' => 'Out of stock', 'buy' => 'Add to basket'];

    private const GERMAN = ['all' => 'Alle Artikel', 'foot' => 'Lieferzeit 2–3 Werktage', 'in' => 'Auf Lager', 'out' => 'Ausverkauft', 'buy' => 'In den Warenkorb'];

    private const FRENCH = ['all' => 'Tous les produits', 'foot' => 'Livraison en 2 à 3 jours', 'in' => 'En stock', 'out' => 'Rupture de stock', 'buy' => 'Ajouter au panier'];

    private const DUTCH = ['all' => 'Alle producten', 'foot' => 'Levertijd 2–3 werkdagen', 'in' => 'Op voorraad', 'out' => 'Uitverkocht', 'buy' => 'In winkelwagen'];

    private const ITALIAN = ['all' => 'Tutti i prodotti', 'foot' => 'Consegna in 2–3 giorni', 'in' => 'Disponibile', 'out' => 'Esaurito', 'buy' => 'Aggiungi al carrello'];

    private const SPANISH = ['all' => 'Todos los productos', 'foot' => 'Entrega en 2–3 días', 'in' => 'En stock', 'out' => 'Agotado', 'buy' => 'Añadir al carrito'];

    /** @return array<string, ShopFacts> by host */
    public static function shops(): array
    {
        $all = [
            new ShopFacts('cellar-supply.test', 'Cellar Supply', 'en', 'EUR', '€0.00', '#3a2b4f', '#f7f4fb', 'Georgia, serif', self::ENGLISH, 0.99, follows: true, robots: "User-agent: *\nCrawl-delay: 2\nDisallow: /basket\n"),
            new ShopFacts('ton-und-topf.test', 'Ton & Topf', 'de', 'EUR', '0,00 €', '#7a3b1d', '#fbf6f1', 'system-ui, sans-serif', self::GERMAN, 1.03, robots: "User-agent: *\nDisallow: /konto\n"),
            new ShopFacts('maison-du-bocal.test', 'Maison du Bocal', 'fr', 'EUR', '0,00 €', '#1d5a4a', '#f2faf7', 'Palatino, serif', self::FRENCH, 1.06, redesignAfterDays: 3),
            new ShopFacts('barrel-lane.test', 'Barrel Lane', 'en', 'GBP', '£0.00', '#222', '#fff', 'Verdana, sans-serif', self::ENGLISH, 0.86, robots: "User-agent: *\nDisallow: /trade/\n", requestsPerMinute: 40),
            new ShopFacts('brouwgroothandel.test', 'Brouwgroothandel', 'nl', 'EUR', '€ 0,00', '#0b4f8a', '#f3f8fd', 'Arial, sans-serif', self::DUTCH, 0.82),
            new ShopFacts('fermento.test', 'Fermento', 'it', 'EUR', '0,00 €', '#8a1f2e', '#fdf5f5', 'Optima, sans-serif', self::ITALIAN, 1.01),
            new ShopFacts('casa-del-tarro.test', 'Casa del Tarro', 'es', 'EUR', '0,00 €', '#6b5a00', '#fdfbf0', 'Tahoma, sans-serif', self::SPANISH, 0.97),
            new ShopFacts('jar-corner.test', 'Jar Corner', 'en', 'EUR', '€0.00', '#2a4d2a', '#f6faf4', 'monospace', self::ENGLISH, 0.95),
        ];

        return array_combine(array_map(fn (ShopFacts $shop) => $shop->host, $all), $all);
    }

    public static function page(ShopFacts $shop): Page
    {
        return match ($shop->host) {
            'ton-und-topf.test' => new MicrodataPage($shop),
            'maison-du-bocal.test' => new OpenGraphPage($shop),
            'barrel-lane.test' => new ScriptPage($shop),
            'brouwgroothandel.test' => new WithoutTaxPage($shop),
            'fermento.test' => new RangePage($shop),
            'casa-del-tarro.test' => new OptionListPage($shop),
            'jar-corner.test' => new StaleDataPage($shop),
            default => new JsonLdPage($shop),
        };
    }

    /** Those whose page shows all sizes of a thing. */
    public static function showsSizes(ShopFacts $shop): bool
    {
        return in_array($shop->host, ['barrel-lane.test', 'fermento.test', 'casa-del-tarro.test'], true);
    }
}
