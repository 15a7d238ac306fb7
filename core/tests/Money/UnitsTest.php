<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Money;

use FilesystemIterator;
use PHPUnit\Framework\TestCase;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use ReflectionClass;
use ReflectionMethod;

/** Amounts are plain integers in the core: whoever takes or gives one says in which unit. */
final class UnitsTest extends TestCase
{
    /** How amounts are called. */
    private const AMOUNTS = [
        'amount',
        'ceiling',
        'cost',
        'figure',
        'floor',
        'from',
        'landed',
        'largest',
        'maximum',
        'minimum',
        'price',
        'reference',
        'shipping',
        'smallest',
        'to',
        'totalCost',
        'upTo',
    ];

    public function test_every_public_method_that_takes_or_returns_an_amount_names_its_unit(): void
    {
        $unnamed = [];
        $checked = 0;
        foreach (self::classes() as $class) {
            foreach ($class->getMethods(ReflectionMethod::IS_PUBLIC) as $method) {
                if ($method->class === $class->name && ! $class->isEnum() && self::isOfAmounts($method)) {
                    $checked++;
                    if (! self::isNamed($class, $method)) {
                        $unnamed[] = "{$class->getShortName()}::{$method->name}()";
                    }
                }
            }
        }
        self::assertSame([], $unnamed);
        self::assertGreaterThan(60, $checked);
    }

    private static function isOfAmounts(ReflectionMethod $method): bool
    {
        foreach ($method->getParameters() as $parameter) {
            if (
                preg_match('/\bint\b/', (string) $parameter->getType()) === 1 &&
                in_array($parameter->name, self::AMOUNTS, true)
            ) {
                return true;
            }
        }

        return preg_match('/\bint\b/', (string) $method->getReturnType()) === 1 &&
            in_array($method->name, self::AMOUNTS, true);
    }

    /**
     * By the class, the method, or what it implements.
     *
     * @param  ReflectionClass<object>  $class
     */
    private static function isNamed(ReflectionClass $class, ReflectionMethod $method): bool
    {
        $says = [$class->getDocComment(), $method->getDocComment()];
        foreach ([...$class->getInterfaces(), ...array_filter([$class->getParentClass()])] as $above) {
            if ($above->hasMethod($method->name)) {
                array_push($says, $above->getDocComment(), $above->getMethod($method->name)->getDocComment());
            }
        }

        return preg_match('/minor[\s*]+unit/', implode("\n", array_filter($says))) === 1;
    }

    /** @return iterable<ReflectionClass<object>> */
    private static function classes(): iterable
    {
        $folder = dirname(__DIR__, 2).'/src/';
        $files = new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS));
        foreach ($files as $file) {
            /** @var class-string $class */
            $class = 'Wrasse\\Core\\'.strtr(substr((string) $file, strlen($folder), -4), '/', '\\');
            yield new ReflectionClass($class);
        }
    }
}
