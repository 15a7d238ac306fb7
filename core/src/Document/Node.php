<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;

use function array_diff;
use function array_is_list;
use function array_keys;
use function array_map;
use function checkdate;
use function count;
use function date_create_immutable;
use function date_get_last_errors;
use function gmmktime;
use function implode;
use function in_array;
use function intdiv;
use function is_array;
use function is_bool;
use function is_int;
use function is_string;
use function json_decode;
use function preg_match;

/** A value in a decoded JSON document that knows its path. Every reader throws InvalidDocument on what does not fit. */
final class Node
{
    private const MOST_TIMES = 64;

    /** @var array<string, int> */
    private static array $times = [];

    /** @param  string|int  $key  within the parent; the whole path of a document's root */
    private function __construct(
        private readonly mixed $value,
        private readonly string|int $key,
        private readonly ?self $parent = null,
    ) {
    }

    /** @throws InvalidDocument if the text is no JSON */
    public static function decode(string $json): self
    {
        try {
            return new self(json_decode($json, true, 64, JSON_THROW_ON_ERROR | JSON_BIGINT_AS_STRING), '$');
        } catch (\JsonException) {
            throw new InvalidDocument('$', 'a JSON document');
        }
    }

    /** @param  array<mixed>  $document as json_decode gives it, with arrays for objects */
    public static function of(array $document, string $path = '$'): self
    {
        return new self($document, $path);
    }

    /** Such as "$.offers[0].price". */
    public function path(): string
    {
        return match (true) {
            $this->parent === null => (string) $this->key,
            is_int($this->key) => "{$this->parent->path()}[{$this->key}]",
            default => "{$this->parent->path()}.{$this->key}",
        };
    }

    /** As it was decoded, not checked. */
    public function raw(): mixed
    {
        return $this->value;
    }

    /** An object with no other keys than these. */
    public function object(string ...$keys): self
    {
        if (! is_array($this->value) || ($this->value !== [] && array_is_list($this->value))) {
            throw $this->expected('an object');
        }
        foreach (array_diff(array_keys($this->value), $keys) as $unknown) {
            throw new InvalidDocument("{$this->path()}.{$unknown}", 'no such field; known are '.implode(', ', $keys));
        }

        return $this;
    }

    public function at(string $key): self
    {
        return new self(is_array($this->value) ? $this->value[$key] ?? null : null, $key, $this);
    }

    /** The value under a key, or null where it is left out or null. */
    public function find(string $key): ?self
    {
        return is_array($this->value) && isset($this->value[$key]) ? new self($this->value[$key], $key, $this) : null;
    }

    /** @return list<string> of an object with one key or more */
    public function keys(): array
    {
        if (! is_array($this->value) || $this->value === [] || array_is_list($this->value)) {
            throw $this->expected('an object');
        }

        return array_map(strval(...), array_keys($this->value));
    }

    /** One of its keys, to be read as a value. */
    public function key(string $key): self
    {
        return new self($key, $key, $this);
    }

    /** @return list<self> */
    public function items(): array
    {
        if (! is_array($this->value) || ! array_is_list($this->value)) {
            throw $this->expected('a list');
        }
        $items = [];
        foreach ($this->value as $i => $item) {
            $items[] = new self($item, $i, $this);
        }

        return $items;
    }

    /** @return list<string> */
    public function strings(): array
    {
        return array_map(fn (self $item) => $item->string(), $this->items());
    }

    public function isList(): bool
    {
        return is_array($this->value);
    }

    public function string(): string
    {
        if (! is_string($this->value) || $this->value === '') {
            throw $this->expected('a text');
        }

        return $this->value;
    }

    public function bool(): bool
    {
        return is_bool($this->value) ? $this->value : throw $this->expected('true or false');
    }

    public function int(int $least, int $most = PHP_INT_MAX): int
    {
        if (! is_int($this->value) || $this->value < $least || $this->value > $most) {
            throw $this->expected(
                $most === PHP_INT_MAX ? "a whole number from {$least}" : "a whole number from {$least} to {$most}",
            );
        }

        return $this->value;
    }

    /** @param  int  $least in minor units */
    public function amount(Currency $currency, int $least = 0): int
    {
        if (! is_string($this->value)) {
            throw $this->expected('an amount such as "24.90"');
        }
        try {
            $amount = $currency->parse($this->value);
        } catch (InvalidAmount $e) {
            throw $this->expected($e->getMessage());
        }

        return $amount >= $least
            ? $amount
            : throw $this->expected('an amount of at least '.$currency->format($least));
    }

    /** From the least to the most, or to below it. */
    public function percent(int $most, bool $below = false, int $least = 0): Percent
    {
        if (! is_string($this->value)) {
            throw $this->expected('a percentage such as "12.5"');
        }
        try {
            $percent = Percent::parse($this->value);
        } catch (InvalidAmount $e) {
            throw $this->expected($e->getMessage());
        }
        $limit = Percent::of($most)->units;
        if (
            $percent->units < Percent::of($least)->units ||
            $percent->units > $limit ||
            ($below && $percent->units === $limit)
        ) {
            throw $this->expected("a percentage from {$least} to ".($below ? 'below ' : '').$most);
        }

        return $percent;
    }

    /**
     * Microseconds since 1970 of an RFC 3339 time. The offers of a listing were mostly seen at the same time, so the
     * last few are remembered.
     */
    public function time(): int
    {
        $text = is_string($this->value) ? $this->value : '';
        if (! isset(self::$times[$text])) {
            self::$times = count(self::$times) < self::MOST_TIMES ? self::$times : [];
            self::$times[$text] =
                self::microseconds($text) ?? throw $this->expected('an RFC 3339 time such as "2026-03-02T09:00:00Z"');
        }

        return self::$times[$text];
    }

    private static function microseconds(string $text): ?int
    {
        $pattern = '/^\d{4}-\d\d-\d\d[Tt]\d\d:\d\d:\d\d(\.\d+)?([Zz]|[+-]\d\d:\d\d)\z/';
        $time = preg_match($pattern, $text) === 1 ? date_create_immutable($text) : false;

        // A day that does not exist is read as a later one, with a warning.
        return $time === false || (date_get_last_errors()['warning_count'] ?? 0) > 0
            ? null
            : $time->getTimestamp() * 1_000_000 + (int) $time->format('u');
    }

    /** Days since 1 January 1970 of a calendar date. */
    public function date(): int
    {
        $isDate =
            is_string($this->value) &&
            preg_match('/^(\d{4})-(\d\d)-(\d\d)\z/', $this->value, $part) === 1 &&
            checkdate((int) $part[2], (int) $part[3], (int) $part[1]);

        return $isDate
            ? intdiv((int) gmmktime(0, 0, 0, (int) $part[2], (int) $part[3], (int) $part[1]), 86_400)
            : throw $this->expected('a date such as "2026-03-01"');
    }

    /**
     * Reads with the reader that the text under a key names.
     *
     * @template T
     *
     * @param  array<string, callable(self): T>  $readers
     * @return T
     */
    public function by(string $key, array $readers): mixed
    {
        return $readers[$this->at($key)->oneOf(...array_keys($readers))]($this);
    }

    /** One of these texts. */
    public function oneOf(string ...$texts): string
    {
        return is_string($this->value) && in_array($this->value, $texts, true)
            ? $this->value
            : throw $this->expected('one of '.implode(', ', $texts));
    }

    /**
     * @template T of \BackedEnum
     *
     * @param  class-string<T>  $enum
     * @return T
     */
    public function enum(string $enum): \BackedEnum
    {
        $names = array_map(fn (\BackedEnum $case) => (string) $case->value, $enum::cases());

        return $enum::from($this->oneOf(...$names));
    }

    public function expected(string $what): InvalidDocument
    {
        return new InvalidDocument($this->path(), $this->value === null ? "{$what}, found nothing" : $what);
    }
}
