<?php

declare(strict_types=1);

namespace App\Support\OpenApi;

use Closure;
use OpenApi\Analysers\AttributeAnnotationFactory;
use OpenApi\Analysers\ReflectionAnalyser;
use OpenApi\Attributes as OA;
use OpenApi\Generator;

/** The description of the API, generated from the attributes in the code. */
#[OA\Info(
    version: '1',
    title: 'Wrasse',
    description: 'Listings, rules, price changes. Amounts are decimal strings in the currency of their listing; errors are RFC 9457 problem documents.',
)]
#[OA\SecurityScheme(securityScheme: 'token', type: 'http', scheme: 'bearer')]
final class ApiDocument
{
    /** @var list<Closure(\OpenApi\Analysis): mixed> */
    private static array $processors = [];

    /** @var array<string, JsonSchemaFile> by path */
    private static array $files = [];

    /** @param  Closure(\OpenApi\Analysis): mixed  $processor  adds to what the attributes say */
    public static function extend(Closure $processor): void
    {
        self::$processors[] = $processor;
    }

    public static function include(JsonSchemaFile $file): void
    {
        self::$files[$file->path] = $file;
    }

    public static function json(): string
    {
        $generator = (new Generator())
            ->setVersion('3.1.0')
            ->setAnalyser(new ReflectionAnalyser([new AttributeAnnotationFactory()]));
        $generator->addProcessor(self::requirePropertiesOfResources(...));
        array_map($generator->addProcessor(...), self::$processors);
        $generator->addProcessor(self::nameIncluded(...));

        $document = json_decode(
            (string) $generator->generate([app_path()])?->toJson(),
            false,
            512,
            JSON_THROW_ON_ERROR,
        );
        foreach (self::$files as $file) {
            foreach ($file->components() as $name => $schema) {
                $document->components->schemas->{$name} = $schema;
            }
        }

        return json_encode(
            $document,
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        )."\n";
    }

    /** Placeholders, so that references resolve; the schemas of the files replace them. */
    private static function nameIncluded(\OpenApi\Analysis $analysis): void
    {
        foreach (self::$files as $file) {
            foreach (array_keys($file->components()) as $name) {
                $analysis->openapi?->components->merge([new OA\Schema(schema: $name)]);
            }
        }
    }

    /** Resources are written whole, so each of their properties is there, null or not. */
    private static function requirePropertiesOfResources(\OpenApi\Analysis $analysis): void
    {
        /** @var OA\Schema $schema */
        foreach ($analysis->getAnnotationsOfType(OA\Schema::class) as $schema) {
            $class = ($schema->_context->namespace ?? '').'\\'.($schema->_context->class ?? '');
            $isResource = class_exists($class) && (new \ReflectionClass($class))->getConstructor() !== null;
            if ($isResource && Generator::isDefault($schema->required) && ! Generator::isDefault($schema->properties)) {
                $schema->required = array_map(
                    fn (\OpenApi\Annotations\Property $property) => $property->property,
                    $schema->properties,
                );
            }
        }
    }
}
