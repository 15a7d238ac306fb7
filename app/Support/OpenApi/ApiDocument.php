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

    /** @param  Closure(\OpenApi\Analysis): mixed  $processor  adds to what the attributes say */
    public static function extend(Closure $processor): void
    {
        self::$processors[] = $processor;
    }

    public static function json(): string
    {
        $generator = (new Generator())
            ->setVersion('3.1.0')
            ->setAnalyser(new ReflectionAnalyser([new AttributeAnnotationFactory()]));
        $generator->addProcessor(self::requirePropertiesOfResources(...));
        array_map($generator->addProcessor(...), self::$processors);

        return $generator
            ->generate([app_path()])
            ?->toJson(JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n";
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
