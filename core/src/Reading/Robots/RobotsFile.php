<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Robots;

use function array_key_exists;
use function explode;
use function is_numeric;
use function mb_scrub;
use function preg_match;
use function preg_replace;
use function preg_replace_callback;
use function preg_split;
use function rawurlencode;
use function str_ends_with;
use function strlen;
use function strtolower;
use function strtoupper;
use function substr;
use function trim;

/**
 * What a site lets robots read: RFC 9309, Robots Exclusion Protocol, https://www.rfc-editor.org/rfc/rfc9309. Crawl-delay is not in
 * it; it is honoured as most do (common practice, no source).
 */
final readonly class RobotsFile
{
    /** Section 2.5: at least 500 kibibytes are read. */
    private const MOST_BYTES = 512_000;

    /**
     * @param  array<string, list<array{bool, string}>>  $rules  whether they allow, and a pattern, by product token in lower case
     * @param  array<string, float>  $delays  in seconds, likewise
     * @param  list<string>  $sitemaps  addresses of lists of its pages; https://www.sitemaps.org/protocol.html#submit_robots
     */
    private function __construct(private array $rules, private array $delays, public array $sitemaps)
    {
    }

    public static function parse(string $text): self
    {
        $text = mb_scrub((string) preg_replace('/^\xEF\xBB\xBF/', '', substr($text, 0, self::MOST_BYTES)), 'UTF-8');
        $rules = $delays = $agents = $sitemaps = [];
        $isOpen = false;
        foreach (preg_split('/\r\n|\r|\n/', $text) ?: [] as $line) {
            $line = trim(explode('#', $line, 2)[0]);
            if (preg_match('/^([A-Za-z-]+)\s*:\s*(.*)\z/u', $line, $found) !== 1) {
                continue;
            }
            [$key, $value] = [strtolower($found[1]), trim($found[2])];
            if ($key === 'user-agent') {
                // Names in a row share the rules that follow.
                $agents = $isOpen ? [...$agents, self::token($value)] : [self::token($value)];
                $isOpen = true;
                foreach ($agents as $agent) {
                    $rules[$agent] ??= [];
                }

                continue;
            }
            if ($key === 'sitemap') {
                // Stands for itself, wherever it is.
                $sitemaps[] = $value;
            }
            if (! in_array($key, ['allow', 'disallow', 'crawl-delay'], true)) {
                continue;
            }
            $isOpen = false;
            foreach ($agents as $agent) {
                if ($key !== 'crawl-delay' && $value !== '') {
                    $rules[$agent][] = [$key === 'allow', self::encoded($value)];
                }
                if ($key === 'crawl-delay' && is_numeric($value) && (float) $value >= 0) {
                    $delays[$agent] ??= (float) $value;
                }
            }
        }

        return new self($rules, $delays, $sitemaps);
    }

    /**
     * Whether a robot may read an address. The longest rule that fits decides; of two as long the one that allows.
     *
     * @param  string  $robot  its product token, such as "WrasseBot"
     * @param  string  $path  with the query, such as "/crocks?page=2"
     */
    public function allows(string $robot, string $path): bool
    {
        $path = self::encoded($path === '' ? '/' : $path);
        if ($path === '/robots.txt') {
            return true;
        }
        [$isAllowed, $longest] = [true, -1];
        foreach ($this->rules[$this->group($robot)] ?? [] as [$allows, $pattern]) {
            $length = strlen($pattern);
            if (($length > $longest || $length === $longest && $allows) && self::fits($pattern, $path)) {
                [$isAllowed, $longest] = [$allows, $length];
            }
        }

        return $isAllowed;
    }

    /** Seconds between two requests that the site asks for; null where it asks for none. */
    public function delay(string $robot): ?float
    {
        return $this->delays[$this->group($robot)] ?? null;
    }

    /** That of its own name, or else that of all. */
    private function group(string $robot): string
    {
        $token = self::token($robot);

        return array_key_exists($token, $this->rules) ? $token : '*';
    }

    /** Section 2.2.1: only letters, "_" and "-" count, in any case. */
    private static function token(string $name): string
    {
        return preg_match('/^(?:\*|[A-Za-z_-]+)/', $name, $found) === 1 ? strtolower($found[0]) : strtolower($name);
    }

    /** Section 2.2.3: "*" stands for anything, "$" at the end for the end. */
    private static function fits(string $pattern, string $path): bool
    {
        $isWhole = str_ends_with($pattern, '$');
        $parts = explode('*', $isWhole ? substr($pattern, 0, -1) : $pattern);
        $at = 0;
        foreach ($parts as $i => $part) {
            $isLast = $i === count($parts) - 1;
            if ($i === 0) {
                if (! str_starts_with($path, $part)) {
                    return false;
                }
                $at = strlen($part);
            } elseif ($isLast && $isWhole) {
                return strlen($path) - strlen($part) >= $at && str_ends_with($path, $part);
            } else {
                $found = strpos($path, $part, $at);
                if ($found === false) {
                    return false;
                }
                $at = $found + strlen($part);
            }
        }

        return ! $isWhole || $at === strlen($path);
    }

    /** Section 2.2.2: what is outside of US-ASCII is compared percent-encoded, and what need not be encoded is not. */
    private static function encoded(string $path): string
    {
        $path = (string) preg_replace_callback(
            '/%([0-9A-Fa-f]{2})/',
            fn (array $found): string => preg_match('/[A-Za-z0-9._~-]/', chr((int) hexdec($found[1]))) === 1
                ? chr((int) hexdec($found[1]))
                : '%'.strtoupper($found[1]),
            $path,
        );

        return (string) preg_replace_callback('/[\x80-\xFF]/', fn (array $found): string => rawurlencode($found[0]), $path);
    }
}
