<?php

declare(strict_types=1);

namespace App\Support\Live;

/** What open browser windows are told has changed. */
enum Topic: string
{
    case Alerts = 'alerts';
    case Approvals = 'approvals';
    case Batches = 'batches';
    case Changes = 'changes';
    case Facets = 'facets';
    case Imports = 'imports';
    case Listings = 'listings';
    case Rivals = 'rivals';
    case Rules = 'rules';
    case Runs = 'runs';
    case Today = 'today';
    case Watches = 'watches';
    case Workspace = 'workspace';
}
