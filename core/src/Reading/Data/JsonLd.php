<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use DOMElement;
use Wrasse\Core\Reading\Html\HtmlPage;

use function array_is_list;
use function array_map;
use function html_entity_decode;
use function is_array;
use function is_bool;
use function is_float;
use function is_int;
use function is_string;
use function json_decode;
use function preg_replace;
use function trim;

/** JSON-LD 1.1 in scripts, as far as pages use it: @graph, arrays, nesting, references by @id. */
final class JsonLd implements DataSource
{
    private const DEEPEST = 128;

    private const XPATH = "//script[contains(translate(@type, 'JSONLD', 'jsonld'), 'application/ld+json')]";

    /** @var array<string, array<mixed>> what there is to know of a node, by its @id */
    private array $known = [];

    /** @var array<string, Thing> */
    private array $made = [];

    public function name(): string
    {
        return 'json_ld';
    }

    public function read(HtmlPage $page): DataFound
    {
        $this->known = $this->made = [];
        $blocks = [];
        $isBroken = false;
        foreach ($page->all(self::XPATH) as $script) {
            $decoded = self::decode($script->textContent);
            if ($decoded === null) {
                $isBroken = $isBroken || trim($script->textContent) !== '';

                continue;
            }
            $blocks[] = [$decoded, $script];
        }
        $nodes = $of = [];
        foreach ($blocks as [$block, $script]) {
            $this->collect($block, $nodes, 0);
            $of = array_pad($of, count($nodes), $script);
        }
        foreach ($nodes as $node) {
            $this->remember($node, 0);
        }

        return new DataFound(array_map(fn (array $node, DOMElement $script) => $this->thing($node, 0, $script), $nodes, $of), $isBroken);
    }

    /**
     * JSON as pages have it: in comments, with entities, with commas too many.
     *
     * @return array<mixed>|null
     */
    public static function decode(string $text): ?array
    {
        $text = trim((string) preg_replace(['/^\s*(?:<!--|\/\/\s*<!\[CDATA\[|<!\[CDATA\[)/', '/(?:-->|\/\/\s*\]\]>|\]\]>)\s*$/'], '', $text), " \t\n\r\0\x0B;");
        foreach (
            [
                fn (string $one): string => $one,
                fn (string $one): string => (string) preg_replace('/[\x00-\x1F]+/', ' ', $one),
                fn (string $one): string => (string) preg_replace(['/[\x00-\x1F]+/', '/,\s*([}\]])/'], [' ', '$1'], $one),
                fn (string $one): string => html_entity_decode((string) preg_replace('/[\x00-\x1F]+/', ' ', $one), ENT_QUOTES | ENT_HTML5, 'UTF-8'),
            ] as $mend
        ) {
            $decoded = json_decode($mend($text), true, self::DEEPEST, JSON_BIGINT_AS_STRING);
            if (is_array($decoded)) {
                return $decoded;
            }
        }

        return null;
    }

    /**
     * @param  array<mixed>  $block
     * @param  list<array<mixed>>  $nodes
     */
    private function collect(array $block, array &$nodes, int $deep): void
    {
        if ($deep > 8) {
            return;
        }
        if (array_is_list($block)) {
            foreach ($block as $one) {
                if (is_array($one)) {
                    $this->collect($one, $nodes, $deep + 1);
                }
            }

            return;
        }
        if (is_array($block['@graph'] ?? null)) {
            $this->collect(array_is_list($block['@graph']) ? $block['@graph'] : [$block['@graph']], $nodes, $deep + 1);
        }
        if (isset($block['@type'])) {
            $nodes[] = $block;
        }
    }

    /** @param  array<mixed>  $node */
    private function remember(array $node, int $deep): void
    {
        if ($deep > self::DEEPEST) {
            return;
        }
        $id = $node['@id'] ?? null;
        if (is_string($id) && count($node) > 1) {
            $this->known[$id] = ($this->known[$id] ?? []) + $node;
        }
        foreach ($node as $value) {
            if (is_array($value)) {
                $this->remember($value, $deep + 1);
            }
        }
    }

    /** @param  array<mixed>  $node */
    private function thing(array $node, int $deep, DOMElement $script): Thing
    {
        $id = is_string($node['@id'] ?? null) ? $node['@id'] : null;
        if ($id !== null && isset($this->made[$id])) {
            return $this->made[$id];
        }
        $node = $id === null ? $node : ($this->known[$id] ?? []) + $node;
        $types = is_array($node['@type'] ?? null) ? $node['@type'] : [$node['@type'] ?? ''];
        $thing = new Thing(array_values(array_map(Thing::term(...), array_filter($types, is_string(...)))), $id, $script);
        if ($id !== null) {
            $this->made[$id] = $thing;
        }
        if ($deep > self::DEEPEST) {
            return $thing;
        }
        foreach ($node as $property => $value) {
            if (! is_string($property) || $property === '' || $property[0] === '@') {
                continue;
            }
            foreach (is_array($value) && array_is_list($value) ? $value : [$value] as $one) {
                $read = $this->value($one, $deep + 1, $script);
                if ($read !== null) {
                    $thing->add(Thing::term($property), $read);
                }
            }
        }

        return $thing;
    }

    private function value(mixed $value, int $deep, DOMElement $script): Thing|string|null
    {
        return match (true) {
            is_string($value) => html_entity_decode($value, ENT_QUOTES | ENT_HTML5, 'UTF-8'),
            is_int($value), is_float($value) => self::number($value),
            is_bool($value) => $value ? 'true' : 'false',
            is_array($value) && isset($value['@value']) => $this->value($value['@value'], $deep, $script),
            is_array($value) && ! array_is_list($value) => $this->thing($value, $deep, $script),
            default => null,
        };
    }

    /** As it was written: 23.9, not 23.899999999999999. */
    private static function number(int|float $number): string
    {
        return is_int($number) ? (string) $number : (string) json_encode($number);
    }
}
