<?php

declare(strict_types=1);

namespace App\Support\Http;

use Closure;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Response;

/** Text that is not UTF-8, or holds NUL, cannot be kept by the database nor looked for in it: it is refused where it came in. */
final readonly class RefuseUnreadableText
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $fields = [];
        $input = $request->all();
        array_walk_recursive($input, function (mixed $value, int|string $name) use (&$fields): void {
            if (! self::isReadable($value) || ! self::isReadable($name)) {
                $fields[self::isReadable($name) ? (string) $name : 'request'] = 'This holds characters that are not text.';
            }
        });

        return $fields === [] ? $next($request) : throw ValidationException::withMessages($fields);
    }

    private static function isReadable(mixed $value): bool
    {
        return ! is_string($value) || (! str_contains($value, "\0") && mb_check_encoding($value, 'UTF-8'));
    }
}
