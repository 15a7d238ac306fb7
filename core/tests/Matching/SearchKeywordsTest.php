<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Matching\ComparedProduct;
use Wrasse\Core\Matching\SearchKeywords;

final class SearchKeywordsTest extends TestCase
{
    /** @return array<string, array{string, string|null, string}> */
    public static function products(): array
    {
        return [
            'the brand leads, and what says nothing is left out' => ['Stoneware crock 5 l, with weights', 'Tidewell', 'Tidewell Stoneware crock 5 l weights'],
            'a brand that the title has is not said twice' => ['TIDEWELL Airlock, S-shaped (pack of 3)', 'Tidewell', 'TIDEWELL Airlock S-shaped 3'],
            'advertising says nothing' => ['NEU! Original Gärtopf 10 l – Top Angebot', null, 'Gärtopf 10 l'],
            'long titles are cut' => ['one2 two2 three2 four2 five2 six2 seven2 eight2 nine2', null, 'one2 two2 three2 four2 five2 six2 seven2 eight2'],
            'nothing' => ['new', null, ''],
        ];
    }

    #[DataProvider('products')]
    public function test_words_are_those_that_a_buyer_would_type(string $title, ?string $brand, string $words): void
    {
        self::assertSame($words, SearchKeywords::of(new ComparedProduct($title, $brand)));
    }
}
