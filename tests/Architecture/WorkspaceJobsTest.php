<?php

declare(strict_types=1);

namespace Tests\Architecture;

use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldQueue;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ReflectionClass;
use Symfony\Component\Finder\Finder;

/** Every job is for one workspace, which is entered before it begins. */
final class WorkspaceJobsTest extends TestCase
{
    /** @return iterable<string, array{class-string}> */
    public static function jobs(): iterable
    {
        foreach (
            Finder::create()
                ->files()
                ->in(dirname(__DIR__, 2).'/app')
                ->name('*.php') as $file
        ) {
            /** @var class-string $class */
            $class = 'App\\'.strtr(substr($file->getRelativePathname(), 0, -4), '/', '\\');
            if (is_subclass_of($class, ShouldQueue::class)) {
                yield $class => [$class];
            }
        }
    }

    /** @param  class-string  $class */
    #[DataProvider('jobs')]
    public function test_names_its_workspace_and_enters_it(string $class): void
    {
        self::assertContains(WorkspaceJob::class, class_uses($class));
        $first = (new ReflectionClass($class))->getConstructor()?->getParameters()[0] ?? null;
        self::assertSame('workspaceId', $first?->getName());
    }

    public function test_there_are_jobs(): void
    {
        self::assertGreaterThan(8, count(iterator_to_array(self::jobs())));
    }
}
