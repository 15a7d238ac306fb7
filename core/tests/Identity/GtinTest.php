<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Identity;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Identity\Gtin;
use Wrasse\Core\Identity\InvalidGtin;

final class GtinTest extends TestCase
{
    public function test_the_worked_example_of_the_standards_body(): void
    {
        // GS1, "How to calculate a check digit manually", the example 629104150021 → 3; the value is from memory.
        self::assertSame(3, Gtin::checkDigit('629104150021'));
        self::assertSame('6291041500213', Gtin::of('6291041500213')->digits);
    }

    /**
     * @return array<string, array{string, string}> restricted circulation numbers (prefixes 02 and 20 to 29), check
     *     digits worked out by hand
     */
    public static function valid(): array
    {
        return [
            '8 digits' => ['20000011', '00000020000011'],
            '12 digits' => ['200000000004', '00200000000004'],
            '13 digits' => ['2000000000015', '02000000000015'],
            '14 digits' => ['02000000000015', '02000000000015'],
            'with blanks and hyphens' => ['2000000-000 015', '02000000000015'],
        ];
    }

    #[DataProvider('valid')]
    public function test_takes_each_length(string $text, string $padded): void
    {
        self::assertSame($padded, Gtin::of($text)->padded());
    }

    /** @return array<string, array{string, string}> */
    public static function wrong(): array
    {
        return [
            'one digit wrong' => [
                '2000000000016',
                'Its check digit should be 5, not 6: a digit is wrong or two are swapped',
            ],
            'neighbours swapped' => [
                '0200000000015',
                'Its check digit should be 1, not 5: a digit is wrong or two are swapped',
            ],
            'too short' => ['200000000', 'A GTIN has 8, 12, 13 or 14 digits; this has 9'],
            'a leading zero lost' => [
                '20000000001',
                'A GTIN has 8, 12, 13 or 14 digits; this has 11: a spreadsheet may have dropped a leading zero',
            ],
            'letters' => ['2000000A00015', 'A GTIN has digits only'],
            'rounded by a spreadsheet' => [
                '2,00000E+12',
                'A spreadsheet has shortened it to a rounded number; format the column as text and bring the file again',
            ],
            'nothing' => ['', 'A GTIN has digits only'],
        ];
    }

    #[DataProvider('wrong')]
    public function test_says_what_is_wrong(string $text, string $says): void
    {
        $this->expectException(InvalidGtin::class);
        $this->expectExceptionMessage($says);
        Gtin::of($text);
    }

    public function test_any_single_wrong_digit_is_found(): void
    {
        $good = '2012345678900';
        $good = substr($good, 0, 12).Gtin::checkDigit(substr($good, 0, 12));
        for ($place = 0; $place < 13; $place++) {
            for ($digit = 0; $digit < 10; $digit++) {
                $text = substr_replace($good, (string) $digit, $place, 1);
                try {
                    Gtin::of($text);
                    self::assertSame($good, $text);
                } catch (InvalidGtin) {
                    self::assertNotSame($good, $text);
                }
            }
        }
    }
}
