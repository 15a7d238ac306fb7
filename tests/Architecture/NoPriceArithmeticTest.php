<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** The rule against price arithmetic bites where it should and nowhere else. */
final class NoPriceArithmeticTest extends TestCase
{
    public function test_it_finds_arithmetic_with_amounts_and_nothing_else(): void
    {
        $home = dirname(__DIR__, 2);
        $analyse = new Process(
            [
                PHP_BINARY,
                '-d',
                'memory_limit=1G',
                'vendor/bin/phpstan',
                'analyse',
                '-c',
                'tests/Architecture/fixtures/phpstan.neon',
                '--no-progress',
                '--error-format=raw',
            ],
            $home,
        );
        $analyse->run();
        preg_match_all('/:(\d+):Arithmetic with "(\w+)"/', $analyse->getOutput(), $found);
        self::assertSame(
            [['9', '10', '11'], ['price_minor', 'cost', 'shipping']],
            [$found[1], $found[2]],
            $analyse->getOutput().$analyse->getErrorOutput(),
        );
    }
}
