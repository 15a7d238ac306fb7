<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

use function mb_stripos;

/** By words that the text has, in any case; those for nothing left first. */
final readonly class AsAvailability implements Step
{
    /**
     * @param  list<string>  $inStock
     * @param  list<string>  $outOfStock
     */
    public function __construct(private array $inStock, private array $outOfStock)
    {
    }

    public function on(Value $value): Value
    {
        $text = (string) $value->text();
        foreach ([[$this->outOfStock, Availability::OutOfStock], [$this->inStock, Availability::InStock]] as [$words, $availability]) {
            foreach ($words as $word) {
                if (mb_stripos($text, $word) !== false) {
                    return $value->with($availability);
                }
            }
        }

        return $value->with(Availability::Unknown);
    }
}
