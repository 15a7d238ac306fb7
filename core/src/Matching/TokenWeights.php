<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

/** How much a word says about what a product is. */
interface TokenWeights
{
    /** 0: nothing, as in every title; 1: all, as in hardly any. */
    public function of(string $word): float;
}
