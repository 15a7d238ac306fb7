<?php

declare(strict_types=1);

namespace App\Market\Actions;

/** The result of observing items. */
final readonly class Observed
{
    /**
     * @param  int  $changed  how many markets had changed
     * @param  list<string>  $missing  items that the answer lacked
     */
    public function __construct(public int $changed, public array $missing)
    {
    }
}
