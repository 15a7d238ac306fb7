<?php

declare(strict_types=1);

namespace App\Screens\Reports;

/** How a figure is written. Decimals have a point; amounts are in the currency of the report. */
enum Unit: string
{
    case Text = 'text';
    /** Stands below what the column before says. */
    case Below = 'below';
    case Message = 'message';
    case Day = 'day';
    case Count = 'count';
    case Decimal = 'decimal';
    case Percent = 'percent';
    case Change = 'change';
    case Money = 'money';
    case Seconds = 'seconds';
    case Hour = 'hour';
}
