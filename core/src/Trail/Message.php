<?php

declare(strict_types=1);

namespace Wrasse\Core\Trail;

use JsonSerializable;

use function array_combine;
use function array_keys;
use function array_map;
use function strtr;

/** A phrase with its values: counts as int, figures as decimal strings, names as they are. */
final readonly class Message implements JsonSerializable
{
    /** @param  array<string, int|string|Message>  $values */
    public function __construct(public Phrase $phrase, public array $values = [])
    {
    }

    /** @return array{code: string, values: object} */
    public function jsonSerialize(): array
    {
        return ['code' => $this->phrase->value, 'values' => (object) $this->values];
    }

    public function english(): string
    {
        $names = array_map(fn (string $name) => "{{$name}}", array_keys($this->values));
        $words = array_map(fn ($value) => $value instanceof self ? $value->english() : (string) $value, $this->values);

        return strtr($this->phrase->english(), array_combine($names, $words));
    }
}
