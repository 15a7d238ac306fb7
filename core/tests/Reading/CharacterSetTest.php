<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Reading\Html\CharacterSet;

/** Labels and their order as the Encoding standard of the WHATWG has them, https://encoding.spec.whatwg.org */
final class CharacterSetTest extends TestCase
{
    /** @return array<string, array{string, string|null, string}> */
    public static function pages(): array
    {
        return [
            'a byte order mark before all' => ["\xEF\xBB\xBFé", 'text/html; charset=latin1', 'é'],
            'UTF-16 by its mark' => ["\xFF\xFE\xE9\x00", null, 'é'],
            'the content type before the meta' => ["<meta charset=utf-8>\xE9", 'text/html; charset="ISO-8859-1"', '<meta charset=utf-8>é'],
            'latin1 is Windows-1252' => ["\x80", 'text/html; charset=latin1', '€'],
            'the meta' => ["<meta charset='windows-1250'>\xB3", null, "<meta charset='windows-1250'>ł"],
            'the older meta' => ["<meta http-equiv=Content-Type content='text/html; charset=iso-8859-15'>\xA4", null, "<meta http-equiv=Content-Type content='text/html; charset=iso-8859-15'>€"],
            'a meta in a comment is none' => ["<!-- <meta charset=koi8-r> -->\xE9", null, '<!-- <meta charset=koi8-r> -->é'],
            'UTF-16 in a meta cannot be' => ['<meta charset=utf-16>é', null, '<meta charset=utf-16>é'],
            'an unknown label' => ['é', 'text/html; charset=nothing', 'é'],
            'no UTF-8' => ["\x93\xE9\x94", null, '“é”'],
            'Shift_JIS' => ["\x89\x7E", 'text/html; charset=Shift_JIS', '円'],
        ];
    }

    #[DataProvider('pages')]
    public function test_bytes_become_text(string $bytes, ?string $contentType, string $text): void
    {
        self::assertSame($text, CharacterSet::decode($bytes, $contentType));
    }
}
