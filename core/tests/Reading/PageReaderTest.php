<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use Generator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\PageDocumentReader;
use Wrasse\Core\Reading\Page\PageReader;

/** Pages of shops, in many layouts. */
final class PageReaderTest extends TestCase
{
    private const CASES_A_RUN = 20_000;

    private const CROWDED_A_RUN = 2_000;

    /** @return Generator<string, array{string, array<string, mixed>, array<string, mixed>, int|null}> made here */
    public static function pages(): Generator
    {
        /** @var list<array{string, string, array<string, mixed>, array<string, mixed>, int|null}> $pages */
        $pages = [...require __DIR__.'/pages.php', ...require __DIR__.'/pages-in-odd-ways.php'];
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

    /** @return Generator<string, array{string, array<string, mixed>}> */
    public static function generated(): Generator
    {
        return GeneratedPages::all();
    }

    /** @param  array<string, mixed>  $expect */
    #[DataProvider('generated')]
    public function test_reads_every_way_of_writing_it_down(string $html, array $expect): void
    {
        self::assertSame($expect, array_merge($expect, array_intersect_key((new PageReader)->read($html)->document(), $expect)));
    }

    public function test_what_stands_beside_the_price_is_never_taken_for_it(): void
    {
        mt_srand($seed = (int) (getenv('READING_SEED') ?: random_int(1, 1_000_000_000)));
        $reader = new PageReader;
        $right = 0;
        foreach (CrowdedPages::some(self::CROWDED_A_RUN) as $html) {
            $price = $reader->read($html)->price;
            self::assertContains($price, ['123.45', null], "seed {$seed}: {$html}");
            $right += $price === null ? 0 : 1;
        }
        self::assertGreaterThan(self::CROWDED_A_RUN * 0.95, $right);
    }

    public function test_every_value_that_was_found_is_told_on_demand(): void
    {
        $html = '<body><script type="application/ld+json">{"@type":"Product","name":"A","offers":{"price":"23.90","priceCurrency":"EUR"}}</script><h1>A</h1><p>19,90 €</p></body>';
        $read = (new PageDocumentReader)->read(Node::of(['html' => $html]), isTraced: true);
        self::assertIsObject($read['trace']);
        self::assertEquals(
            [
                ['value' => '23.9', 'source' => 'json_ld', 'at' => 'html > body > script:nth-of-type(1)', 'taken' => true, 'why' => 'best source'],
                ['value' => '19.90', 'source' => 'markup', 'at' => 'html > body > p:nth-of-type(1)', 'taken' => false, 'why' => 'another value goes before it'],
            ],
            $read['trace']->price,
        );
        self::assertArrayNotHasKey('trace', (new PageDocumentReader)->read(Node::of(['html' => $html])));
    }

    /** @return array<string, array{string}> pages that are made to break who reads them */
    public static function hostile(): array
    {
        $price = '<h1>A</h1><p>12,99 €</p>';

        return [
            'nothing' => [''],
            'ten thousand deep' => [str_repeat('<div>', 10_000).$price],
            'megabytes in an attribute' => ['<p title="'.str_repeat('a', 4_900_000).'"></p>'.$price],
            'more elements than are read' => [str_repeat('<b>x</b>', 210_000)],
            'JSON 500 levels deep' => ['<script type="application/ld+json">'.str_repeat('{"a":', 500).'1'.str_repeat('}', 500).'</script>'.$price],
            'brackets without end' => ["{$price}<script>".str_repeat('{[', 200_000).'</script>'],
            'quotes without end' => ["{$price}<script>".str_repeat('{"', 200_000).'</script>'],
            'a number of a million digits' => ['<h1>A</h1><p>'.str_repeat('1', 1_000_000).' €</p>'],
            'things in things' => [str_repeat('<div itemscope itemprop=a>', 20_000)],
            'an entity that names itself' => ['<!DOCTYPE a [<!ENTITY b "&b;&b;">]>&b;'.$price],
            'thousands of products' => [str_repeat('<script type="application/ld+json">{"@type":"Product","name":"A"}</script>', 3_000).$price],
            'things that lead to each other' => ['<script type="application/ld+json">[{"@id":"a","@type":"Product","hasVariant":{"@id":"b"}},{"@id":"b","@type":"Product","hasVariant":{"@id":"a"},"offers":{"@id":"a"}}]</script>'],
            'bytes of no character set' => [random_bytes(50_000)],
        ];
    }

    #[DataProvider('hostile')]
    public function test_a_hostile_page_is_a_page(string $html): void
    {
        memory_reset_peak_usage();
        $before = memory_get_usage();
        $read = (new PageReader)->read($html)->document();
        self::assertContains($read['page'], ['product', 'several', 'none', 'refused', 'maintenance', 'not_found']);
        self::assertLessThan(128_000_000, memory_get_peak_usage() - $before);
    }

    public function test_more_than_five_megabytes_are_not_read(): void
    {
        $read = (new PageReader)->read('<h1>A</h1><p>12,99 €</p>'.str_repeat(' ', 5_000_000))->document();
        self::assertSame(['none', null, ['too_large']], [$read['page'], $read['price'], $read['problems']]);
    }

    public function test_no_page_breaks_it(): void
    {
        $pages = array_values(array_map(fn (array $page): string => $page[0], iterator_to_array(self::pages())));
        mt_srand($seed = (int) (getenv('READING_SEED') ?: random_int(1, 1_000_000_000)));
        $reader = new PageReader;
        for ($case = 0; $case < self::CASES_A_RUN; $case++) {
            $html = $pages[mt_rand(0, count($pages) - 1)];
            for ($times = mt_rand(1, 8); $times > 0; $times--) {
                $at = mt_rand(0, strlen($html));
                $html = match (mt_rand(0, 4)) {
                    0 => substr($html, 0, $at).chr(mt_rand(0, 255)).substr($html, $at),
                    1 => substr($html, 0, $at).substr($html, $at + mt_rand(1, 40)),
                    2 => substr($html, 0, $at).['<p>', '"', '{', '</div>', '9', '€', '<!--', '&'][mt_rand(0, 7)].substr($html, $at),
                    3 => substr($html, 0, $at).substr($pages[mt_rand(0, count($pages) - 1)], mt_rand(0, 200), 60).substr($html, $at),
                    default => strtr($html, [(string) mt_rand(0, 9) => (string) mt_rand(0, 9)]),
                };
            }
            $read = $reader->read($html)->document();
            self::assertTrue($read['price'] === null || $read['page'] === 'product', "seed {$seed}, case {$case}");
            self::assertTrue($read['price'] === null || preg_match('/^\d{1,10}(?:\.\d{1,4})?\z/', $read['price']) === 1, "seed {$seed}, case {$case}");
        }
    }
}
