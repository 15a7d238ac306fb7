<?php

declare(strict_types=1);

namespace Simulators\Shops;

/** What a shop calls a thing: some take the maker's words, others have their own. */
final readonly class Titles
{
    public static function of(ShopFacts $shop, string $title, string $brand): string
    {
        return match ($shop->host) {
            'ton-und-topf.test' => $brand.' '.strtr((string) preg_replace(['/\b(\d+)\.(\d+) l\b/', '/\b(\d+) l\b/', '/\b(?:set|pack) of (\d+)/'], ['$1,$2 Liter', '$1 Liter', '$1er-Set'], $title), [', ' => ' ']),
            'maison-du-bocal.test' => self::parts($title, $brand),
            default => $title,
        };
    }

    /** "Stoneware crock 5 l, water seal" is "STONEWARE CROCK 5 L – water seal | Saltmarsh Stoneware". */
    private static function parts(string $title, string $brand): string
    {
        [$thing, $more] = [...explode(', ', $title, 2), ''];

        return strtoupper($thing).($more === '' ? '' : " – {$more}")." | {$brand}";
    }
}
