<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Crawling;

use League\Uri\Exceptions\SyntaxError;
use League\Uri\Uri;
use Wrasse\Core\Reading\Html\HtmlPage;

use function array_keys;
use function count;
use function in_array;
use function pathinfo;
use function preg_match;
use function preg_replace;
use function preg_replace_callback;
use function rawurlencode;
use function strlen;
use function strtolower;
use function trim;

/** Where a page leads to within its site: RFC 3986, section 5, with the base of HTML. */
final readonly class PageLinks
{
    private const MOST = 2_000;

    private const LONGEST_ADDRESS = 2_000;

    /** What is no page. */
    private const FILES = [
        'jpg', 'jpeg', 'png', 'gif', 'webp', 'avif', 'svg', 'ico', 'bmp', 'pdf', 'zip', 'gz', 'rar', '7z', 'mp3', 'mp4', 'webm', 'mov', 'avi',
        'css', 'js', 'json', 'xml', 'rss', 'atom', 'txt', 'csv', 'xls', 'xlsx', 'doc', 'docx', 'woff', 'woff2', 'ttf', 'eot', 'exe', 'dmg', 'apk',
    ];

    /** Of the query: from where somebody came, which leads to the same page. */
    private const TRACKING = '/(?<=^|&)(?:utm_[a-z]+|gclid|fbclid|msclkid|sessionid|phpsessid|sid)=[^&]*&?/i';

    /** Where nothing is sold, and asking for it may do something. */
    private const ACTIONS = '#/(?:basket|cart|checkout|login|logout|signin|signout|register|account|konto|warenkorb|kasse|anmelden|wishlist|compare|merkzettel)(?:/|\.|\z)|[?&](?:add-to-cart|add_to_cart|action|remove|logout)=#i';

    private function __construct()
    {
    }

    /**
     * Those that a robot may follow, each once, in the order of the page.
     *
     * @param  string  $url  of the page
     * @return list<string>
     */
    public static function of(HtmlPage $page, string $url): array
    {
        $robots = strtolower((string) $page->first("//meta[translate(@name, 'ROBTS', 'robts') = 'robots']")?->getAttribute('content'));
        if (preg_match('/\b(?:nofollow|none)\b/', $robots) === 1) {
            return [];
        }
        $base = self::resolved((string) $page->first('//base[@href]')?->getAttribute('href'), $url) ?? $url;
        $found = [];
        foreach ($page->all('//a[@href]') as $link) {
            if (count($found) >= self::MOST) {
                break;
            }
            $address = preg_match('/\bnofollow\b/i', $link->getAttribute('rel')) === 1 ? null : self::resolved($link->getAttribute('href'), $base);
            if ($address !== null && self::isPageOf($address, $url)) {
                $found[$address] = true;
            }
        }

        return array_keys($found);
    }

    /** Without what is after "#" and what only says where somebody came from; null where it leads nowhere. */
    public static function resolved(string $reference, string $base): ?string
    {
        try {
            $uri = Uri::new($base)->resolve(self::encoded(trim($reference)))->withFragment(null);
            $query = $uri->getQuery();
            $query = $query === null ? '' : trim((string) preg_replace(self::TRACKING, '', $query), '&');
            $uri = $uri->withQuery($query === '' ? null : $query)->withPath($uri->getPath() === '' ? '/' : $uri->getPath());
        } catch (SyntaxError) {
            return null;
        }
        $isWeb = in_array($uri->getScheme(), ['http', 'https'], true) && $uri->getUserInfo() === null;

        return $isWeb && strlen((string) $uri) <= self::LONGEST_ADDRESS ? (string) $uri : null;
    }

    /** As browsers take it: what may not stand in an address is encoded. */
    private static function encoded(string $reference): string
    {
        $reference = (string) preg_replace('/[\x00-\x1F\x7F]+/', '', $reference);

        return (string) preg_replace_callback('/[^\x21-\x7E]|["<>\\\\^`{|}]/', fn (array $found): string => rawurlencode($found[0]), $reference);
    }

    /** Whether an address may be a page of the same site as another. */
    public static function isPageOf(string $address, string $other): bool
    {
        $path = (string) Uri::new($address)->getPath();

        return self::isOfSite($address, $other)
            && ! in_array(strtolower(pathinfo($path, PATHINFO_EXTENSION)), self::FILES, true)
            && preg_match(self::ACTIONS, $address) !== 1;
    }

    /** By host, whether "www." is before it or not, and port. */
    public static function isOfSite(string $address, string $other): bool
    {
        return self::host($address) === self::host($other) && Uri::new($address)->getPort() === Uri::new($other)->getPort();
    }

    private static function host(string $address): string
    {
        return (string) preg_replace('/^www\./', '', strtolower((string) Uri::new($address)->getHost()));
    }
}
