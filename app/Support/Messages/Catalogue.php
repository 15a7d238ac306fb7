<?php

declare(strict_types=1);

namespace App\Support\Messages;

use MessageFormatter;
use RuntimeException;

/** The words of the server's messages, as ICU patterns by code: the part of the interface's catalogue that is its. */
final class Catalogue
{
    private static ?self $english = null;

    /** @var array<string, MessageFormatter> */
    private array $formatters = [];

    /** @param  array<string, string>  $patterns */
    private function __construct(private readonly array $patterns)
    {
    }

    public static function english(): self
    {
        return self::$english ??= new self(
            json_decode(
                (string) file_get_contents(dirname(__DIR__, 3).'/resources/js/messages/en/server.json'),
                true,
                4,
                JSON_THROW_ON_ERROR,
            ),
        );
    }

    public function has(string $code): bool
    {
        return isset($this->patterns[$code]);
    }

    /** @param  array<string, string|int>  $values */
    public function say(string $code, array $values): string
    {
        $pattern = $this->patterns[$code] ?? throw new RuntimeException("No message is called {$code}.");
        $formatter = $this->formatters[$code] ??= new MessageFormatter('en', $pattern);

        return (string) $formatter->format($values);
    }
}
