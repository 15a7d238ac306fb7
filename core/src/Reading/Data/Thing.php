<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use DOMElement;

use function array_filter;
use function array_values;
use function in_array;
use function is_string;
use function trim;

/** Something that a page describes in the words of schema.org, whichever way it is written down. */
final class Thing
{
    /** @var array<string, list<Thing|string>> */
    private array $properties = [];

    /**
     * @param  list<string>  $types  without the address of the vocabulary
     * @param  DOMElement|null  $at  where it is written down
     */
    public function __construct(public readonly array $types, public readonly ?string $id = null, public readonly ?DOMElement $at = null)
    {
    }

    public function add(string $property, self|string $value): void
    {
        $this->properties[$property][] = $value;
    }

    public function is(string ...$types): bool
    {
        foreach ($types as $type) {
            if (in_array($type, $this->types, true)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<Thing|string> */
    public function all(string ...$properties): array
    {
        $found = [];
        foreach ($properties as $property) {
            foreach ($this->properties[$property] ?? [] as $one) {
                $found[] = $one;
            }
        }

        return $found;
    }

    /** @return list<Thing> */
    public function things(string ...$properties): array
    {
        return array_values(array_filter($this->all(...$properties), fn (self|string $one) => $one instanceof self));
    }

    /** The first text there is; of a thing its name. */
    public function text(string ...$properties): ?string
    {
        foreach ($this->all(...$properties) as $one) {
            $text = is_string($one) ? trim($one) : $one->text('name', 'value') ?? ($one->properties === [] ? $one->id : null);
            if ($text !== null && $text !== '') {
                return $text;
            }
        }

        return null;
    }

    /** @return array<string, list<Thing|string>> */
    public function properties(): array
    {
        return $this->properties;
    }

    /** The last part of an address in the vocabulary: "InStock" of "https://schema.org/InStock". */
    public static function term(string $written): string
    {
        return (string) preg_replace('~^(?:https?://(?:www\.)?schema\.org/|schema:)~i', '', trim($written));
    }
}
