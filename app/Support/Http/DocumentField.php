<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\Message;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\InvalidDocument;

/** Turns what the core says of a document into an error at the field it came from. */
final readonly class DocumentField
{
    /**
     * @template T
     *
     * @param  callable(): T  $read
     * @return T
     *
     * @throws ValidationException
     */
    public static function check(callable $read): mixed
    {
        try {
            return $read();
        } catch (InvalidDocument $e) {
            $field = ltrim(str_replace(['[', ']'], ['.', ''], substr($e->path, 1)), '.');
            throw ValidationException::withMessages([$field => Message::of('expected', what: $e->expected)]);
        }
    }
}
