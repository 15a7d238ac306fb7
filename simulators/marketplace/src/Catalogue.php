<?php

declare(strict_types=1);

namespace Simulators\Marketplace;

use Simulators\Common\Store;

/** The entries of the market, as a buyer searches them. */
final readonly class Catalogue
{
    private const MOST = 20;

    private const MOST_WORDS = 12;

    public function __construct(private Store $store)
    {
    }

    /**
     * What has most of the words first.
     *
     * @return list<array<string, mixed>>|null item, gtin, title, brand, category, price (the lowest for something new in stock with
     *     shipping, in cents; null: nobody has it) and sellers; null: there are no words
     */
    public function search(string $words): ?array
    {
        $words = array_slice(
            array_unique(preg_split('/[^\p{L}\p{N}.]+/u', mb_strtolower($words), flags: PREG_SPLIT_NO_EMPTY) ?: []),
            0,
            self::MOST_WORDS,
        );

        return $words === [] ? null : $this->store->all(
            <<<'SQL'
                SELECT i.id AS item, i.gtin, i.title, i.brand, i.category, o.price, coalesce(o.sellers, 0) AS sellers
                FROM item i
                CROSS JOIN LATERAL (
                    SELECT count(*) AS n
                    FROM json_array_elements_text(?::json) AS w(word)
                    WHERE ' ' || regexp_replace(lower(i.title || ' ' || i.brand || ' ' || i.gtin), '[^[:alnum:].]+', ' ', 'g') || ' '
                        LIKE '% ' || w.word || ' %'
                ) hits
                LEFT JOIN LATERAL (
                    SELECT min(price + shipping) AS price, count(*) AS sellers
                    FROM offer
                    WHERE item_id = i.id AND active AND stock > 0 AND condition = 'new'
                ) o ON true
                WHERE hits.n > 0
                ORDER BY hits.n DESC, length(i.title), i.id
                LIMIT ?
                SQL,
            [json_encode($words, JSON_THROW_ON_ERROR), self::MOST],
        );
    }
}
