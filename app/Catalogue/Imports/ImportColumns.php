<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Catalogue\Edits\SetCost;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

/**
 * What the columns of a file can hold, and what they are usually called. The first name of each is the one we write
 * ourselves.
 */
final readonly class ImportColumns
{
    /** Signs that stand for one currency. */
    private const SIGNS = ['€' => 'EUR', '£' => 'GBP'];

    private const NAMES_CURRENCY = '/[\s_\-.(\[\/]+([A-Z]{3}|€|£)[)\]]?\s*$/u';

    /** Of the product; each is an amount. */
    public const AMOUNTS = SetCost::FIELDS;

    /** Of the product; each is a text. */
    public const TEXTS = ['title' => 'title', 'brand' => 'brand', 'category' => 'category', 'supplier' => 'supplier', 'mpn' => 'mpn'];

    /** Of the listing. */
    public const LISTING = ['price', 'list_price', 'shipping', 'stock', 'condition', 'fulfilment', 'floor', 'ceiling'];

    public const NAMES = [
        'sku' => [
            'SKU',
            'article',
            'article number',
            'artikelnummer',
            'art nr',
            'item',
            'item number',
            'seller sku',
            'item no',
        ],
        'product' => ['Product SKU', 'parent sku', 'product'],
        'title' => ['Title', 'name', 'description', 'product name', 'bezeichnung', 'titel'],
        'brand' => ['Brand', 'marke', 'maker', 'manufacturer'],
        'category' => ['Category', 'kategorie', 'group', 'warengruppe'],
        'supplier' => ['Supplier', 'vendor', 'lieferant'],
        'gtin' => ['GTIN', 'ean', 'upc', 'barcode', 'ean code', 'gtin13'],
        'mpn' => ['Part number', 'mpn', 'manufacturer part number', 'herstellernummer', 'teilenummer'],
        'cost' => [
            'Unit cost',
            'cost',
            'cost price',
            'purchase price',
            'ek',
            'einkaufspreis',
            'buying price',
            'net cost',
            'price net',
        ],
        'cost_currency' => ['Cost currency', 'currency', 'währung', 'waehrung'],
        'inbound' => ['Inbound', 'inbound cost', 'extra cost', 'extra costs', 'freight', 'nebenkosten'],
        'packaging' => ['Packaging', 'packaging cost', 'verpackung'],
        'handling' => ['Handling', 'handling cost'],
        'shipping_cost' => ['Own shipping cost', 'shipping cost', 'versandkosten'],
        'rrp' => ['RRP', 'uvp', 'recommended price', 'recommended retail price', 'msrp'],
        'map' => ['MAP', 'minimum advertised price', 'advertised minimum'],
        'channel' => ['Channel', 'marketplace', 'kanal'],
        'price' => ['Price', 'our price', 'selling price', 'preis', 'vk'],
        'list_price' => ['List price'],
        'shipping' => ['Shipping charge', 'shipping', 'versand'],
        'stock' => ['Stock', 'quantity', 'qty', 'bestand', 'on hand'],
        'condition' => ['Condition', 'zustand'],
        'fulfilment' => ['Fulfilment', 'fulfillment'],
        'floor' => ['Floor by hand', 'floor', 'minimum price'],
        'ceiling' => ['Ceiling by hand', 'ceiling', 'maximum price'],
        'rule' => ['Rule', 'regel', 'pricing rule'],
    ];

    /**
     * @param  list<string>  $header
     * @param  array<string, string>  $remembered  what columns of these names held before
     * @param  array<string, list<string>>  $known  what fields are usually called
     * @return array<string, int|null> field to column number, null where none looks right; no column is taken twice
     */
    public static function guess(array $header, array $remembered = [], array $known = self::NAMES): array
    {
        $plain = array_map(self::plain(...), $header);
        $guess = $taken = [];
        foreach ($known as $field => $names) {
            $guess[$field] = null;
            foreach ([...isset($remembered[$field]) ? [$remembered[$field]] : [], ...$names] as $name) {
                $found = array_search(self::plain($name), $plain, true);
                if ($found !== false && ! isset($taken[$found])) {
                    $guess[$field] = (int) $found;
                    $taken[$found] = true;
                    break;
                }
            }
        }

        return $guess;
    }

    /** The currency that a column names for its amounts, as in "Unit cost (USD)", "RRP CHF" or "Preis €". */
    public static function currency(string $header): ?Currency
    {
        if (preg_match(self::NAMES_CURRENCY, $header, $found) !== 1) {
            return null;
        }
        try {
            return Currency::of(self::SIGNS[$found[1]] ?? $found[1]);
        } catch (InvalidAmount) {
            return null;
        }
    }

    private static function plain(string $name): string
    {
        $name = self::currency($name) === null ? $name : (string) preg_replace(self::NAMES_CURRENCY, '', $name);

        return trim((string) preg_replace('/[\s_\-.()€$£\/]+/u', ' ', mb_strtolower($name)));
    }
}
