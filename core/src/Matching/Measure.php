<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function abs;
use function explode;
use function max;

/** A measure as a title says it, in the units in which it compares. */
final readonly class Measure
{
    /** With decimals or thousands, with a comma or a point. */
    public const NUMBER = '\d+(?:[.,]\d+)*(?: ?\/ ?\d+)?';

    /** Units of what is bought several at a time, not laid side by side. */
    public const NOT_LENGTHS = 'ml|cl|dl|l|ltr|liter|litre|liters|litres|kg|g|gr|gramm|grams|mg|oz|floz|fl oz|lb|lbs|w|watt|v|volt|ah|mah|gb|tb';

    /** Inch and metric, ounce and gram are taken for equal within this share. */
    private const NEAR = 0.01;

    /** Of a number that was rounded differently. */
    private const EXACT = 0.0001;

    /**
     * @param  string  $dimension  such as volume
     * @param  list<float>  $values  in the base unit; several where it can be read in several ways
     * @param  string  $shown  as it is said
     */
    public function __construct(
        public string $dimension,
        public array $values,
        public bool $isImperial,
        public string $shown,
    ) {
    }

    /** As it is said, without its unit. */
    public function number(): string
    {
        return explode(' ', $this->shown)[0];
    }

    public function equals(self $other): bool
    {
        $near = $this->isImperial === $other->isImperial ? self::EXACT : self::NEAR;
        foreach ($this->values as $ours) {
            foreach ($other->values as $theirs) {
                if (abs($ours - $theirs) <= $near * max(abs($ours), abs($theirs))) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether it is so many of the other. */
    public function isTimes(self $other, int $count): bool
    {
        return $count > 1 && $this->dimension === $other->dimension
            && $this->equals(new self($other->dimension, array_map(fn (float $value): float => $value * $count, $other->values), $other->isImperial, ''));
    }
}
