<?php

declare(strict_types=1);

namespace App\Watching\Fetching;

use League\Uri\Uri;

/** What we are called where we read pages, and how whoever runs a site can reach us. */
final readonly class Robot
{
    /** Product token (RFC 9309, 2.2.1) by which a robots.txt speaks of us. */
    public const NAME = 'WrasseBot';

    private const VERSION = '1.0';

    private function __construct()
    {
    }

    /** @param  string  $contact  an e-mail address */
    public static function userAgent(string $contact): string
    {
        return self::NAME.'/'.self::VERSION.' (reads prices for a shop; '.$contact.')';
    }

    /** Where the site of a page says what robots may read: RFC 9309, 2.3. */
    public static function fileOf(string $url): string
    {
        return (string) Uri::new($url)->withPath('/robots.txt')->withQuery(null)->withFragment(null);
    }

    /** What a robots.txt has rules for: path and query. */
    public static function path(string $url): string
    {
        $uri = Uri::new($url);
        $query = $uri->getQuery();

        return ($uri->getPath() === '' ? '/' : $uri->getPath()).($query === null ? '' : "?{$query}");
    }
}
