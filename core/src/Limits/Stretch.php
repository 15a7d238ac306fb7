<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

/** Prices from one to another, both counting, along which all fees together follow one line. */
final readonly class Stretch
{
    /** @param  FeeLine|null  $line  null around a bend, where it may be either of two */
    public function __construct(public int $from, public int $to, public ?FeeLine $line)
    {
    }
}
