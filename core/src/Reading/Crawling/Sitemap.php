<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Crawling;

use XMLReader;

use function count;
use function in_array;
use function inflate_add;
use function inflate_init;
use function libxml_clear_errors;
use function libxml_use_internal_errors;
use function ltrim;
use function preg_match;
use function preg_split;
use function str_starts_with;
use function strlen;
use function substr;
use function trim;

/**
 * The addresses that a site lists for robots: https://www.sitemaps.org/protocol.html. A urlset lists pages, a sitemapindex lists
 * other sitemaps, and a plain text has one address a line; each of them may be compressed (RFC 1952).
 */
final readonly class Sitemap
{
    /** "No more than 50,000 URLs and must be no larger than 50MB". */
    public const MOST_ADDRESSES = 50_000;

    public const MOST_BYTES = 52_428_800;

    private const STEP_BYTES = 65_536;

    private const LONGEST_ADDRESS = 2_048;

    /**
     * @param  array<string, string>  $pages  when each was last changed as the site says it, or an empty text; by address
     * @param  list<string>  $sitemaps  addresses of others
     */
    private function __construct(public array $pages, public array $sitemaps)
    {
    }

    /**
     * What can be read of it: a sitemap that is cut off counts as far as it goes.
     *
     * @throws UnreadableSitemap if it is none, or larger than one may be
     */
    public static function parse(string $bytes): self
    {
        $bytes = str_starts_with($bytes, "\x1f\x8b") ? self::unpacked($bytes) : $bytes;
        $bytes = str_starts_with($bytes, "\xEF\xBB\xBF") ? substr($bytes, 3) : $bytes;

        return str_starts_with(ltrim($bytes), '<') ? self::ofXml(ltrim($bytes)) : self::ofText($bytes);
    }

    /** Never more in memory than a sitemap may have. */
    private static function unpacked(string $bytes): string
    {
        $inflate = inflate_init(ZLIB_ENCODING_GZIP);
        $text = '';
        for ($at = 0; $inflate !== false && $at < strlen($bytes); $at += self::STEP_BYTES) {
            $part = @inflate_add($inflate, substr($bytes, $at, self::STEP_BYTES));
            if ($part === false) {
                break;
            }
            $text .= $part;
            if (strlen($text) > self::MOST_BYTES) {
                throw new UnreadableSitemap('too_large');
            }
        }

        return $text === '' ? throw new UnreadableSitemap('not_readable') : $text;
    }

    private static function ofXml(string $xml): self
    {
        $before = libxml_use_internal_errors(true);
        // Neither entities nor anything from outside.
        $reader = XMLReader::XML($xml, 'UTF-8', LIBXML_NONET | LIBXML_COMPACT);
        $pages = $sitemaps = [];
        $within = $address = $changed = null;
        $root = $prefix = null;
        try {
            while ($reader instanceof XMLReader && @$reader->read() && count($pages) + count($sitemaps) < self::MOST_ADDRESSES) {
                if ($reader->nodeType === XMLReader::END_ELEMENT && $reader->localName === $within) {
                    if ($address !== null && $within === 'url') {
                        $pages[$address] = $changed ?? '';
                    } elseif ($address !== null) {
                        $sitemaps[] = $address;
                    }
                    $within = $address = $changed = null;
                }
                if ($reader->nodeType !== XMLReader::ELEMENT) {
                    continue;
                }
                $root ??= $reader->localName;
                // That of pictures and films is another.
                $prefix ??= $reader->prefix;
                if ($reader->localName === 'url' && $root === 'urlset' || $reader->localName === 'sitemap' && $root === 'sitemapindex') {
                    $within = $reader->isEmptyElement ? null : $reader->localName;
                } elseif ($within !== null && $reader->localName === 'loc' && $reader->prefix === $prefix) {
                    $address = self::address($reader->readString());
                } elseif ($within !== null && $reader->localName === 'lastmod') {
                    $changed = substr(trim($reader->readString()), 0, 40);
                }
            }
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }

        return in_array($root, ['urlset', 'sitemapindex'], true) ? new self($pages, $sitemaps) : throw new UnreadableSitemap('no_sitemap');
    }

    private static function ofText(string $text): self
    {
        $pages = [];
        foreach (preg_split('/\r\n|\r|\n/', $text) ?: [] as $line) {
            $address = self::address($line);
            if ($address !== null && count($pages) < self::MOST_ADDRESSES) {
                $pages[$address] = '';
            }
        }

        return $pages === [] ? throw new UnreadableSitemap('no_sitemap') : new self($pages, []);
    }

    private static function address(string $text): ?string
    {
        $text = trim($text);

        return preg_match('#^https?://#i', $text) === 1 && strlen($text) <= self::LONGEST_ADDRESS ? $text : null;
    }
}
