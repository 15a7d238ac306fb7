<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use function json_decode;
use function strcspn;
use function strlen;
use function substr;

/** The first whole JSON value in a text, such as in "var product = {…};". */
final readonly class FirstJson
{
    private const DEEPEST = 512;

    /** Null where there is none. */
    public static function in(string $text): mixed
    {
        $whole = json_decode($text, true, self::DEEPEST, JSON_BIGINT_AS_STRING);
        if ($whole !== null) {
            return $whole;
        }
        for ($from = strcspn($text, '{['), $tries = 0; $from < strlen($text) && $tries < 20; $tries++) {
            [$decoded] = self::at($text, $from);
            if ($decoded !== null) {
                return $decoded;
            }
            $from++;
            $from += strcspn($text, '{[', $from);
        }

        return null;
    }

    /**
     * The value that begins with the bracket at a place, and where it ends; nulls where it is none.
     *
     * @return array{mixed, int|null}
     */
    public static function at(string $text, int $offset): array
    {
        $to = self::end($text, $offset);
        $decoded = $to === null ? null : json_decode(substr($text, $offset, $to - $offset), true, self::DEEPEST, JSON_BIGINT_AS_STRING);

        return [$decoded, $decoded === null ? null : $to];
    }

    /** Behind the bracket that closes the one here. */
    private static function end(string $text, int $from): ?int
    {
        /** @var int $deep */
        $deep = 0;
        for ($at = $from; $at < strlen($text); $at += 1 + strcspn($text, '{}[]"', $at + 1)) {
            if ($text[$at] === '"') {
                $at = self::endOfString($text, $at);
                if ($at === null) {
                    return null;
                }
            } elseif ($text[$at] === '{' || $text[$at] === '[') {
                if (++$deep > self::DEEPEST) {
                    return null;
                }
            } elseif (--$deep === 0) {
                return $at + 1;
            }
        }

        return null;
    }

    private static function endOfString(string $text, int $from): ?int
    {
        for ($at = $from + 1; $at < strlen($text); $at += 2) {
            $at += strcspn($text, '"\\', $at);
            if (($text[$at] ?? '') === '"') {
                return $at;
            }
        }

        return null;
    }
}
