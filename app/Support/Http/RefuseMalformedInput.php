<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\Message;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Response;

/**
 * Refuses, before anything else looks at it, what no call can be meant to take: text that is not UTF-8 or holds NUL,
 * which the database can neither keep nor look for, and more values than any form or program has.
 */
final readonly class RefuseMalformedInput
{
    public const MOST_VALUES = 30_000;

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $values = 0;
        $fields = [];
        $input = $request->all();
        array_walk_recursive($input, function (mixed $value, int|string $name) use (&$values, &$fields): void {
            $values++;
            if (! self::isReadable($value) || ! self::isReadable($name)) {
                $fields[self::isReadable($name) ? (string) $name : 'request'] =
                    Message::of('not_text');
            }
        });
        if ($values > self::MOST_VALUES) {
            throw ValidationException::withMessages([
                'request' => Message::of('too_many_values', most: self::MOST_VALUES),
            ]);
        }

        return $fields === [] ? $next($request) : throw ValidationException::withMessages($fields);
    }

    private static function isReadable(mixed $value): bool
    {
        return ! is_string($value) || (! str_contains($value, "\0") && mb_check_encoding($value, 'UTF-8'));
    }
}
