<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Reading\Robots\RobotsFile;

/** The examples of RFC 9309 (from memory), and what files in the wild do. */
final class RobotsFileTest extends TestCase
{
    /** Section 5.1 */
    private const SIMPLE = "User-Agent: *\nDisallow: *.gif$\nDisallow: /example/\nAllow: /publications/\n\nUser-Agent: foobot\nDisallow:/\nAllow:/example/page.html\nAllow:/example/allowed.gif\n\nUser-Agent: barbot\nUser-Agent: bazbot\nDisallow: /example/page.html\n\nUser-Agent: quxbot\n\n";

    /** @return array<string, array{string, string, string, bool}> */
    public static function published(): array
    {
        $longest = "User-Agent: foobot\nAllow: /example/page/\nDisallow: /example/page/disallowed.gif\n";
        $encoded = "User-agent: *\nDisallow: /foo/bar?baz=https%3A%2F%2Ffoo.bar\nDisallow: /foo/bar/ツ\nDisallow: /foo/bar/%62%61%7A\n";

        return [
            'any robot: not a picture' => [self::SIMPLE, 'other', '/a.gif', false],
            'any robot: a picture with a query' => [self::SIMPLE, 'other', '/a.gif?b', true],
            'any robot: not the example' => [self::SIMPLE, 'other', '/example/a', false],
            'any robot: publications' => [self::SIMPLE, 'other', '/publications/', true],
            'foobot: nothing but' => [self::SIMPLE, 'FooBot', '/publications/', false],
            'foobot: its page' => [self::SIMPLE, 'foobot', '/example/page.html', true],
            'foobot: its picture' => [self::SIMPLE, 'foobot/1.0', '/example/allowed.gif', true],
            'bazbot shares the rules of barbot' => [self::SIMPLE, 'bazbot', '/example/page.html', false],
            'barbot: all else' => [self::SIMPLE, 'barbot', '/a.gif', true],
            'quxbot: everything' => [self::SIMPLE, 'quxbot', '/example/', true],
            'the longest match allows' => [$longest, 'foobot', '/example/page/a', true],
            'the longest match forbids' => [$longest, 'foobot', '/example/page/disallowed.gif', false],
            'encoded as it is' => [$encoded, 'a', '/foo/bar?baz=https%3A%2F%2Ffoo.bar', false],
            'outside of ASCII' => [$encoded, 'a', '/foo/bar/%E3%83%84', false],
            'encoded without need' => [$encoded, 'a', '/foo/bar/baz', false],
        ];
    }

    /** @return array<string, array{string, string, string, bool}> */
    public static function wild(): array
    {
        return [
            'no file' => ['', 'a', '/', true],
            'an empty rule forbids nothing' => ["User-agent: *\nDisallow:\n", 'a', '/', true],
            'everything' => ["User-agent: *\nDisallow: /\n", 'a', '/x', false],
            'the file itself is always read' => ["User-agent: *\nDisallow: /\n", 'a', '/robots.txt', true],
            'as long allowed as forbidden' => ["User-agent: *\nDisallow: /a\nAllow: /a\n", 'a', '/a', true],
            'groups of one robot are one' => ["User-agent: a\nDisallow: /x\n\nUser-agent: b\nDisallow: /\n\nUser-agent: a\nDisallow: /y\n", 'a', '/y', false],
            'another robot’s name is not ours' => ["User-agent: ab\nDisallow: /\n", 'a', '/x', true],
            'a mark, comments, carriage returns' => ["\xEF\xBB\xBFUSER-AGENT : * # all\rDISALLOW : /x # this\r\n", 'a', '/x/y', false],
            'rules before any robot are nobody’s' => ["Disallow: /\nUser-agent: *\nDisallow: /x\n", 'a', '/y', true],
            'other lines end no group of names' => ["User-agent: a\nSitemap: https://shop.example/s.xml\nUser-agent: b\nDisallow: /x\n", 'a', '/x', false],
            'a star in the middle' => ["User-agent: *\nDisallow: /*/private\n", 'a', '/b/c/private/d', false],
            'a star at the end' => ["User-agent: *\nDisallow: /b*\n", 'a', '/bc', false],
            'the end' => ["User-agent: *\nDisallow: /*.pdf$\n", 'a', '/x.pdf', false],
            'not the end' => ["User-agent: *\nDisallow: /*.pdf$\n", 'a', '/x.pdf/y', true],
            'a query' => ["User-agent: *\nDisallow: /*?sort=\n", 'a', '/crocks?sort=price', false],
            'case counts in paths' => ["User-agent: *\nDisallow: /A\n", 'a', '/a', true],
            'no path is the root' => ["User-agent: *\nDisallow: /\$\n", 'a', '', false],
            'a page that is no such file' => ['<html><body>Not found</body></html>', 'a', '/x', true],
        ];
    }

    #[DataProvider('published')]
    #[DataProvider('wild')]
    public function test_what_a_robot_may_read(string $file, string $robot, string $path, bool $isAllowed): void
    {
        self::assertSame($isAllowed, RobotsFile::parse($file)->allows($robot, $path));
    }

    public function test_the_delay_that_a_site_asks_for(): void
    {
        $file = RobotsFile::parse("User-agent: *\nCrawl-delay: 10\n\nUser-agent: a\nCrawl-delay: 0.5\nCrawl-delay: 3\n\nUser-agent: b\nCrawl-delay: soon\n");
        self::assertSame([10.0, 0.5, null], [$file->delay('other'), $file->delay('a'), $file->delay('b')]);
    }

    public function test_a_file_that_is_made_to_be_slow_is_not(): void
    {
        $pattern = '/'.str_repeat('*a', 2_000).'$';
        $file = RobotsFile::parse("User-agent: *\n".str_repeat("Disallow: {$pattern}\n", 100));
        self::assertTrue($file->allows('x', '/'.str_repeat('a', 4_000).'b'));
    }
}
