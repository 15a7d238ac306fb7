<?php

declare(strict_types=1);

namespace App\Alerts\Models;

/** Which listings an alert is about. */
enum AlertScope: string
{
    case All = 'all';
    case Listing = 'listing';
    case Product = 'product';
    case Rule = 'rule';
    case Filter = 'filter';
    /** All on which this rival is met, as if there were no other. */
    case Rival = 'rival';
}
