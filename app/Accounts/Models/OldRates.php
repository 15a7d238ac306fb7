<?php

declare(strict_types=1);

namespace App\Accounts\Models;

/** What becomes of costs whose exchange rate is older than wanted. */
enum OldRates: string
{
    /** They are converted, and people are told. */
    case Warn = 'warn';
    /** They are not converted: what needs them is not priced. */
    case Block = 'block';
}
