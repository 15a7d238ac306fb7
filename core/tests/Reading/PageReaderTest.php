<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use Generator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\PageDocumentReader;

/** Pages of shops, in many layouts. */
final class PageReaderTest extends TestCase
{
    /** @return Generator<string, array{string, array<string, mixed>, array<string, mixed>, int|null}> made here */
    public static function pages(): Generator
    {
        /** @var list<array{string, string, array<string, mixed>, array<string, mixed>, int|null}> $pages */
        $pages = require __DIR__.'/pages.php';
        foreach ($pages as [$name, $html, $asked, $expect, $confidence]) {
            yield $name => [$html, $asked, $expect, $confidence];
        }
    }

    /**
     * @param  array<string, mixed>  $asked
     * @param  array<string, mixed>  $expect
     * @param  int|null  $confidence  at least so many hundredths; negative: less than
     */
    #[DataProvider('pages')]
    public function test_reads_what_anyone_would_pay(string $html, array $asked, array $expect, ?int $confidence): void
    {
        $read = (new PageDocumentReader)->read(Node::of(['html_base64' => base64_encode($html), ...$asked]));
        $got = array_intersect_key($read, $expect);
        foreach ([&$got, &$expect] as &$one) {
            if (is_array($one['problems'] ?? null)) {
                sort($one['problems']);
            }
            ksort($one);
        }
        self::assertSame($expect, $got);
        if ($confidence !== null) {
            $hundredths = (int) round($read['confidence'] * 100);
            self::assertTrue($confidence > 0 ? $hundredths >= $confidence : $hundredths < -$confidence, "confidence {$hundredths}");
        }
    }
}
