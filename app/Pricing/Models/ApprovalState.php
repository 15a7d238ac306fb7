<?php

declare(strict_types=1);

namespace App\Pricing\Models;

enum ApprovalState: string
{
    case Waiting = 'waiting';
    case Approved = 'approved';
    case Rejected = 'rejected';
    /** The market moved on before anyone answered. */
    case Gone = 'gone';
}
