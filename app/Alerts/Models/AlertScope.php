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
    /** All that a shop of its own is watched for, as if there were no other. */
    case Site = 'site';
    /** The listing that a page is read for, as if there were no other shop. */
    case Watch = 'watch';
}
