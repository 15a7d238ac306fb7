<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** What to do where nobody is left to compare with. */
enum NoRivals: string
{
    case Hold = 'hold';
    case Ceiling = 'ceiling';
    case ListPrice = 'list_price';
}
