<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** One class moves price changes from state to state. */
final class PriceChangeLifecycleTest extends TestCase
{
    /** The bench lets prices arrive without a channel. */
    private const EXEMPT = ['Publishing/Actions/PriceChangeLifecycle.php'];

    private const MOVES = [
        '/UPDATE\s+price_changes\b[^"]*?\bSET\b[^"]*?\bstate\s*=/i',
        '/PriceChange::[^;]*?->update\(\s*\[[^;]*?[\'"]state[\'"]\s*=>/s',
        '/\$change->(update|fill|forceFill)\(\s*\[[^;]*?[\'"]state[\'"]\s*=>/s',
        '/table\([\'"]price_changes[\'"]\)[^;]*?->update\(\s*\[[^;]*?[\'"]state[\'"]\s*=>/s',
    ];

    public function test_no_other_class_writes_the_state_of_a_price_change(): void
    {
        $root = dirname(__DIR__, 2).'/app/';
        $found = [];
        /** @var \SplFileInfo $file */
        foreach (
            new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file
        ) {
            $name = substr($file->getPathname(), strlen($root));
            if (
                $file->getExtension() === 'php' &&
                ! in_array($name, self::EXEMPT, true) &&
                self::moves((string) file_get_contents($file->getPathname()))
            ) {
                $found[] = $name;
            }
        }
        self::assertSame([], $found);
        foreach (self::EXEMPT as $name) {
            self::assertTrue(is_file($root.$name), "{$name} is there");
        }
    }

    /** @return array<string, array{string}> */
    public static function writes(): array
    {
        return [
            'by the model' => ["\$change->update(['problem' => null, 'state' => ChangeState::Queued]);"],
            'by a query' => ["PriceChange::query()->whereIn('id', \$ids)->update([\n    'state' => 'sent',\n]);"],
            'by a table' => ["DB::table('price_changes')->where('id', 1)->update(['state' => 'sent']);"],
            'by SQL' => ['DB::update("UPDATE price_changes p SET problem = NULL, state = \'sent\'");'],
        ];
    }

    #[DataProvider('writes')]
    public function test_it_finds_such_writes(string $code): void
    {
        self::assertTrue(self::moves($code));
    }

    private static function moves(string $code): bool
    {
        foreach (self::MOVES as $pattern) {
            if (preg_match($pattern, $code) === 1) {
                return true;
            }
        }

        return false;
    }
}
