<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function array_slice;
use function array_unique;
use function implode;
use function preg_match;
use function preg_split;
use function str_contains;

/** What a buyer would type to find a product: its brand, and of its title what says something. */
final readonly class SearchKeywords
{
    private const MOST_WORDS = 8;

    private const SEPARATORS = '/[\s,;:()\/|–—]+/u';

    private function __construct()
    {
    }

    /** Such as "Tidewell stoneware crock 5 l". Empty where nothing says anything. */
    public static function of(ComparedProduct $product, TokenWeights $weights = new CommonWords()): string
    {
        $words = [];
        foreach (preg_split(self::SEPARATORS, $product->title, flags: PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            // A figure says something with the word after it: "5 l", "pack of 3".
            if (preg_match('/\d/', $word) === 1 || $weights->of(FoldedText::of($word)) > 0) {
                $words[] = $word;
            }
        }
        $title = FoldedText::of($product->title);
        if ($product->brand !== null && ! str_contains($title, FoldedText::of($product->brand))) {
            $words = [$product->brand, ...$words];
        }

        return implode(' ', array_slice(array_unique($words), 0, self::MOST_WORDS));
    }
}
