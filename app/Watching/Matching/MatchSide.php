<?php

declare(strict_types=1);

namespace App\Watching\Matching;

/** Which of the two tables of products is looked through; both have words, code and part. */
enum MatchSide: string
{
    case Ours = 'product_texts';
    case Theirs = 'site_products';

    public function key(): string
    {
        return $this === self::Ours ? 'product_id' : 'id';
    }

    public function other(): self
    {
        return $this === self::Ours ? self::Theirs : self::Ours;
    }
}
