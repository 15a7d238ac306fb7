<?php

declare(strict_types=1);

namespace App\Support\OpenApi;

/**
 * Components of the API's description that are read from a JSON Schema (draft 2020-12, which OpenAPI 3.1 takes as it
 * is). Clients write documents without the fields that they leave out: where the schema also takes null, the
 * description does not say so, nor what depends on other fields.
 */
final readonly class JsonSchemaFile
{
    /**
     * @param  array<string, string>  $names  of the components, by "#" for the whole, "#/oneOf/0" or "#/$defs/name"
     */
    public function __construct(public string $path, private array $names)
    {
    }

    /** @return array<string, mixed> schemas by the names of their components */
    public function components(): array
    {
        /** @var array<string, mixed> $whole */
        $whole = json_decode((string) file_get_contents($this->path), true, 64, JSON_THROW_ON_ERROR);
        $components = [];
        foreach ($this->names as $place => $name) {
            $schema = $whole;
            foreach (array_slice(explode('/', $place), 1) as $step) {
                $schema = $schema[$step];
            }
            $components[$name] = $this->schema(array_diff_key($schema, array_flip(['$schema', '$id', '$defs'])), $place);
        }

        return $components;
    }

    /**
     * @param  array<string, mixed>  $schema
     * @return array<string, mixed>
     */
    private function schema(array $schema, string $place): array
    {
        if (isset($schema['$ref'])) {
            return ['$ref' => $this->reference($schema['$ref'])];
        }
        unset($schema['if'], $schema['then'], $schema['allOf']);
        foreach (['type', 'enum'] as $list) {
            if (is_array($schema[$list] ?? null)) {
                $schema[$list] = array_values(array_diff($schema[$list], ['null', null]));
            }
        }
        if (is_array($schema['type'] ?? null) && count($schema['type']) === 1) {
            $schema['type'] = $schema['type'][0];
        }
        foreach (isset($schema['properties']) ? [] : ['oneOf', 'anyOf'] as $list) {
            if (isset($schema[$list])) {
                $schema[$list] = $this->variants($schema[$list], "{$place}/{$list}");
                if (count($schema[$list]) === 1) {
                    return $schema[$list][0];
                }
            }
        }
        if (isset($schema['items'])) {
            $schema['items'] = $this->schema($schema['items'], "{$place}/items");
        }
        if (is_array($schema['additionalProperties'] ?? null)) {
            $schema['additionalProperties'] = $this->schema(
                $schema['additionalProperties'],
                "{$place}/additionalProperties",
            );
        }
        if (isset($schema['properties'])) {
            unset($schema['oneOf'], $schema['anyOf']);
            $properties = array_filter($schema['properties'], fn (array $one) => ($one['type'] ?? '') !== 'null');
            $schema['properties'] = array_map(fn (array $one) => $this->schema($one, ''), $properties);
        }
        if (($schema['required'] ?? null) === []) {
            unset($schema['required']);
        }

        return $schema;
    }

    /**
     * @param  list<array<string, mixed>>  $variants
     * @return list<array<string, mixed>>
     */
    private function variants(array $variants, string $place): array
    {
        $described = [];
        foreach ($variants as $i => $variant) {
            $own = "{$place}/{$i}";
            if (($variant['type'] ?? '') !== 'null') {
                $described[] = isset($this->names[$own])
                    ? ['$ref' => $this->reference($own)]
                    : $this->schema($variant, $own);
            }
        }

        return $described;
    }

    private function reference(string $place): string
    {
        return '#/components/schemas/'.$this->names[$place];
    }
}
