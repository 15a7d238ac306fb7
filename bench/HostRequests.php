<?php

declare(strict_types=1);

namespace Bench;

/** What hosts were asked, from the log of the web server that stands for them. */
final readonly class HostRequests
{
    /**
     * @param  int  $pagesTwice  pages asked for more than once
     * @param  float  $shortestGap  seconds between two requests to one host; NAN: none was asked twice
     */
    private function __construct(
        public int $requests,
        public int $hosts,
        public int $pagesTwice,
        public float $shortestGap,
    ) {
    }

    /** @param  string  $log  a file with a host, a time in seconds and a path a line, in the order of time */
    public static function read(string $log): self
    {
        $pages = $last = $gaps = [];
        foreach (file($log, FILE_IGNORE_NEW_LINES) ?: [] as $line) {
            [$host, $at, $path] = explode(' ', $line);
            $pages[] = $host.$path;
            if (isset($last[$host])) {
                $gaps[] = (float) $at - $last[$host];
            }
            $last[$host] = (float) $at;
        }
        $times = array_count_values($pages);

        return new self(
            requests: count($pages),
            hosts: count($last),
            pagesTwice: count(array_filter($times, fn (int $count): bool => $count > 1)),
            shortestGap: $gaps === [] ? NAN : min($gaps),
        );
    }
}
