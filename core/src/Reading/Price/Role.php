<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

/** What the words around an amount make of it. */
enum Role
{
    /** Nothing says more. */
    case Plain;
    case Now;
    case Was;
    case Recommended;
    case RangeFrom;
    case RangeTo;
    case PerUnit;
    case Instalment;
    /** Shipping, deposit, savings, percentages, sizes, counts: never a price. */
    case Other;
}
