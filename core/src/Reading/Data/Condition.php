<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use function preg_match;

/** In which state something is sold; OfferItemCondition of schema.org, https://schema.org/OfferItemCondition */
enum Condition: string
{
    case New = 'new';
    case Refurbished = 'refurbished';
    case Used = 'used';
    case Damaged = 'damaged';

    public static function ofTerm(string $term): ?self
    {
        $term = Thing::term($term);

        return match (true) {
            preg_match('/refurb/i', $term) === 1 => self::Refurbished,
            preg_match('/used|gebraucht|occasion/i', $term) === 1 => self::Used,
            preg_match('/damag/i', $term) === 1 => self::Damaged,
            preg_match('/new|neu/i', $term) === 1 => self::New,
            default => null,
        };
    }

    /** New comes before used. */
    public function rank(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
