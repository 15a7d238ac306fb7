<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use Wrasse\Core\Matching\Distinctions\Accessory;
use Wrasse\Core\Matching\Distinctions\Condition;
use Wrasse\Core\Matching\Distinctions\Distinction;
use Wrasse\Core\Matching\Distinctions\Generation;
use Wrasse\Core\Matching\Distinctions\PackCount;
use Wrasse\Core\Matching\Distinctions\Size;
use Wrasse\Core\Matching\Distinctions\Vocabulary;
use Wrasse\Core\Matching\Distinctions\Year;

/**
 * Says whether two products are the same. GTIN and part number decide where both have them; otherwise brand and title, and
 * nothing that must not differ may differ. In doubt a person decides: a wrong match lets a price follow the wrong product.
 */
final readonly class Matcher
{
    /** @var list<Distinction> in the order in which they take words out of a title */
    private array $distinctions;

    public function __construct(private TokenWeights $weights = new CommonWords())
    {
        $this->distinctions = [
            new Accessory(),
            new Condition(),
            new PackCount(), // and measures
            new Size(),
            new Year(),
            new Generation(),
            ...Vocabulary::all(),
        ];
    }

    /** To be compared several times. */
    public function read(ComparedProduct $product): ReadProduct
    {
        return ReadProduct::of($product, $this->distinctions);
    }

    public function match(ComparedProduct $ours, ComparedProduct $theirs): MatchResult
    {
        return $this->compare($this->read($ours), $this->read($theirs));
    }

    public function compare(ReadProduct $ours, ReadProduct $theirs): MatchResult
    {
        return (new Comparison($ours, $theirs, $this->weights, $this->distinctions))->result();
    }
}
