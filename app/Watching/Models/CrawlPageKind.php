<?php

declare(strict_types=1);

namespace App\Watching\Models;

/** What an address of a shop turned out to be. */
enum CrawlPageKind: string
{
    case Unknown = 'unknown';
    case Sitemap = 'sitemap';
    case Product = 'product';
    /** Several products. */
    case List = 'list';
    case Other = 'other';

    /** @param  string  $page  as PageReading has it */
    public static function ofPage(string $page): self
    {
        return match ($page) {
            'product' => self::Product,
            'several' => self::List,
            default => self::Other,
        };
    }
}
