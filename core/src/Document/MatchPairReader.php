<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Matching\ComparedProduct;
use Wrasse\Core\Matching\Matcher;

use function is_numeric;
use function is_string;
use function preg_match;
use function trim;

/** Reads {"id", "ours": PRODUCT, "theirs": PRODUCT} and says whether they are the same. */
final readonly class MatchPairReader
{
    public function __construct(private Matcher $matcher = new Matcher())
    {
    }

    /**
     * @return array{id: mixed, verdict: string, score: float, reasons: list<array{kind: string, says: string, weight: float}>}
     *
     * @throws InvalidDocument
     */
    public function read(Node $document): array
    {
        $document->object('id', 'ours', 'theirs');
        $result = $this->matcher->match($this->product($document->at('ours')), $this->product($document->at('theirs')));

        return ['id' => $document->at('id')->raw(), ...$result->document()];
    }

    /** @throws InvalidDocument */
    private function product(Node $node): ComparedProduct
    {
        $node->object('title', 'brand', 'gtin', 'mpn', 'price', 'currency', 'category', 'attributes');
        $attributes = [];
        $given = $node->find('attributes');
        foreach ($given === null || $given->raw() === [] ? [] : $given->keys() as $name) {
            $value = $given?->find($name)?->raw();
            if ($value !== null && ! is_string($value) && ! is_numeric($value)) {
                throw $given->at($name)->expected('a text');
            }
            $attributes[$name] = (string) $value;
        }

        return new ComparedProduct(
            $node->at('title')->string(),
            self::text($node, 'brand'),
            self::text($node, 'gtin'),
            self::text($node, 'mpn'),
            self::price($node->find('price')),
            PriceTextReader::currency($node)?->code,
            self::text($node, 'category'),
            $attributes,
        );
    }

    /**
     * @return numeric-string|null
     *
     * @throws InvalidDocument
     */
    private static function price(?Node $given): ?string
    {
        if ($given === null) {
            return null;
        }
        $price = $given->raw();
        if (is_string($price) && is_numeric($price) && preg_match('/^\d+(?:\.\d+)?\z/', $price) === 1) {
            return $price;
        }

        throw $given->expected('an amount such as "24.90"');
    }

    /** An empty text is none: shops leave fields empty. */
    private static function text(Node $node, string $key): ?string
    {
        $given = $node->find($key);
        if ($given === null || is_string($given->raw()) && trim($given->raw()) === '') {
            return null;
        }

        return $given->string();
    }
}
