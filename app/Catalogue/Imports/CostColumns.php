<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

/** Which column of a cost file holds what. */
final readonly class CostColumns
{
    public const FIELDS = ['sku', 'cost', 'extra_cost', 'supplier', 'rrp', 'map'];

    private const USUAL = [
        'sku' => ['sku', 'article', 'article number', 'artikelnummer', 'item', 'item number', 'seller sku'],
        'cost' => ['cost', 'unit cost', 'cost price', 'purchase price', 'ek', 'einkaufspreis', 'buying price', 'net cost'],
        'extra_cost' => ['extra cost', 'inbound', 'inbound cost', 'extra costs', 'freight', 'nebenkosten'],
        'supplier' => ['supplier', 'vendor', 'lieferant'],
        'rrp' => ['rrp', 'uvp', 'recommended price', 'recommended retail price', 'list price'],
        'map' => ['map', 'minimum advertised price', 'advertised minimum'],
    ];

    /**
     * @param  list<string>  $header
     * @return array<string, int|null> field to column number, null where none looks right
     */
    public static function guess(array $header): array
    {
        $plain = array_map(fn (string $name) => trim((string) preg_replace('/[\s_\-.()€]+|\beur\b/u', ' ', mb_strtolower($name))), $header);
        $guess = [];
        foreach (self::USUAL as $field => $names) {
            $column = null;
            foreach ($names as $name) {
                $found = array_search($name, $plain, true);
                if ($found !== false) {
                    $column = (int) $found;
                    break;
                }
            }
            $guess[$field] = $column;
        }

        return $guess;
    }
}
